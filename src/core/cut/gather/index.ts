export * from './gather';
export { cheapestMixes, type FoundMix, type Whole } from './mixes';
export { fabricOffers, singleOffers, supplyOffers, threadOffers, webOffers } from './offers';
export { onPrint } from './print';
export * from './spoken';
export * from './swap';
export * from './taking';
