export { demoDrawer } from './drawer';
export { harbourLight } from './harbour-light';
