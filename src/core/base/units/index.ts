export * from './force';
export * from './length';
export * from './manner';
export * from './scale';
export * from './speech';
export * from './temperature';
