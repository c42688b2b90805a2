export { harbourLight } from './harbour-light';
