export * from './data';
export * from './feel';
export * from './order';
export * from './seen';
export * from './stack';
export * from './suggest';
export * from './units';
