export * from './adhesive';
export * from './as-sold';
export * from './bench';
export * from './cloths';
export * from './fibres';
export * from './figure';
export * from './own-adhesive';
export * from './webs';
