export * from './force';
export * from './length';
export * from './scale';
export * from './speech';
export * from './temperature';
