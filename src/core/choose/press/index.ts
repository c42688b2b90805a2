export * from './choose';
export * from './column';
export {
  AIR_WM2K,
  DROPS,
  type DropDoes,
  HANDLE_S,
  MOST_COLUMNS,
  MOST_THROUGH,
  MOVE_S,
  REMEDY,
  ROOM_C,
  SMALL_MOVES,
  USUAL_MARKS_C,
} from './data';
export * from './dial';
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
  leadingWeb,
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
