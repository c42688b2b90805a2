export * from './direction';
export * from './face';
export * from './faces';
export * from './read-face';
export * from './set';
