export * from './how-many';
export * from './layout';
export * from './mat-moves';
export * from './mats';
export * from './patches';
export { BOLT_MM, PATCH_GAP_MM, ROUGH_CUT_MM, rectangle, roughCutOf, stripsInFold, WEB_INSIDE_MM } from './rules';
