export * from './face';
export * from './faces';
export * from './set';
