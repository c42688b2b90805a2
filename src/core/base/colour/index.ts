// Colours of cloth, by the spaces they are worked out in. Each file loads only its own.
export { darker, deltaE, lightness } from './difference';
export { colourScale, contrast, dyedOver, mixLight } from './light';
export { colourWord, meanColour, type Pixels, parseColour } from './read';
