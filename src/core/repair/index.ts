export * from './repair';
