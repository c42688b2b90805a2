export * from './marks';
export * from './paper';
export * from './placement';
export * from './rows';
export * from './svg';
export * from './tile';
export * from './title-block';
export * from './tracing';
