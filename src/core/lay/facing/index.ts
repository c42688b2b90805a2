export * from './compare';
export * from './facing';
export * from './routes';
