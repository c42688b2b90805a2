export * from './believed';
export * from './choose';
export * from './column';
export {
  AIR_WM2K,
  DRAWS,
  DROPS,
  type DropDoes,
  HANDLE_S,
  MARK_SPREAD_C,
  MARK_SPREAD_KNOWN,
  MOST_COLUMNS,
  MOST_THROUGH,
  MOVE_S,
  PRIOR,
  QUANTILE,
  REMEDY,
  ROOM_C,
  SMALL_MOVES,
  USUAL_MARKS_C,
} from './data';
export * from './dial';
export * from './grid';
export * from './limits';
export * from './look';
export * from './placements';
export * from './pressure';
export * from './remedies';
export * from './reset';
export * from './setting';
export * from './simulate';
export {
  clothsOf,
  contactM2KW,
  coverPasses,
  fibreShare,
  fillsGsm,
  isThick,
  leadingWeb,
  likeKey,
  type PressAsk,
  type PressBench,
  type PressColumn,
  type PressLayer,
  type PressRequest,
  pieceCloth,
  pressedMm,
  requestOf,
  stackOf,
  websOf,
} from './stack';
export * from './steam';
export * from './wetting';
export * from './window';
