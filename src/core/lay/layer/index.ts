export * from './data';
export * from './feel';
export * from './order';
export * from './quilt';
export * from './seen';
export * from './stack';
export * from './suggest';
export * from './units';
