export { bookToCsv } from './csv';
export * from './file';
export * from './find';
