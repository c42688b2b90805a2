import { formatRun, formatThickness } from '~/core/base/units';
import { FIBRE_FACTS } from '~/core/choose/material';
import type { Doubt, Missing } from '~/core/keep/drawer';
import { spell } from './spelling';
import { gsm, heat, listedWords, one, say, type Units, type Words } from './table';

/** What does not fit about a thing in the Drawer. */
const DOUBTS: Words<Doubt> = {
  'melts-below-every-web': ({ limitC, lowestC }, u) =>
    `It allows ${heat(limitC, u)} at most, and no web in the Drawer melts below ${heat(lowestC, u)}. Sew or glue it instead.`,
  'hotter-than-its-fibre': ({ limitC, fibre, usualC }, u) =>
    `${heat(limitC, u)} is more than ${FIBRE_FACTS[fibre].name} usually stands (${heat(usualC, u)}). Check the care label.`,
  'below-one-dot': () =>
    'Its care label allows no iron at all: press it only under a pressing cloth, and only after a test.',
  'coated-cotton': () => 'Coated cotton stands only what its coating stands.',
  'too-dense': ({ massGsm, thicknessMm }, u) =>
    `${gsm(massGsm, u)} in ${formatThickness(thicknessMm, u)} would be heavier than any ${spell('fibre')}. Weigh and measure it again.`,
  'too-light': ({ massGsm, thicknessMm }, u) =>
    `${gsm(massGsm, u)} in ${formatThickness(thicknessMm, u)} would be nearly air. Weigh and measure it again.`,
  'no-room': ({ meltC, maxC }, u) =>
    `It melts at ${heat(meltC, u)} and may get no hotter than ${heat(maxC, u)}: it would never bond. Check the leaflet.`,
  'leaflet-above-limit': ({ stage, heatC, maxC }, u) =>
    `To ${stage}, its leaflet says ${heat(heatC, u)}, above the ${heat(maxC, u)} it stands.`,
  'leaflet-below-melting': ({ stage, heatC }, u) =>
    `To ${stage}, its leaflet says ${heat(heatC, u)}, below its melting point.`,
  'leaflet-hotter-than-every-fabric': ({ heatC }, u) =>
    `Its leaflet asks for ${heat(heatC, u)}, more than any fabric in the Drawer stands.`,
  'marks-swapped': ({ mark, before }) =>
    `“${mark}” was measured no hotter than “${before}”. Two readings may be swapped: measure again.`,
  unmeasured: () => 'Its dial has not been measured: a mark is not a temperature.',
  coating: ({ endC }, u) => `Never heat a non-stick pressing sheet to ${heat(endC, u)}: its coating gives off fumes.`,
};
export const doubtWords = (d: Doubt, units: Units): string => say(DOUBTS, d, units);

/** Of what was booked there was less in the Drawer than it took; null: all of it was there. */
export function missingWords(missing: readonly Missing[], units: Units): string | null {
  if (missing.length === 0) return null;
  const said = missing.map(({ name, lengthMm, pieces }) => {
    const less = [
      ...(lengthMm > 0 ? [formatRun(lengthMm, units)] : []),
      ...(pieces > 0 ? [`${pieces} ${one(pieces, 'piece', 'pieces')}`] : []),
    ];
    return `${listedWords(less)} of “${name}”`;
  });
  return `It is booked. The Drawer had less than was cut: ${listedWords(said)} ${one(missing.length, 'was', 'were')} not there any more. Count what is there.`;
}
