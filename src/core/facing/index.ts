export * from './facing';
export * from './routes';
