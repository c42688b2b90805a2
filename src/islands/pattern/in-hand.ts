// The trays of what is in hand, in one file that is fetched once the picture stands.
export { PieceTray } from './PieceTray';
export { SeveralTray } from './SeveralTray';
export { WordTray } from './WordTray';
