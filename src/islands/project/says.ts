import { EDGE_WORDS, HAND_WORDS, LAUNDERING_WORDS } from '~/components';
import { formatSize } from '~/core/base/units';
import { type ArticleView, beyondMm, type Project } from '~/core/keep/model';
import { counted } from '~/words';

/** What may be wanted besides. */
export const WANTS = [
  { key: 'trialPlacing', label: 'try places before heating' },
  { key: 'printLiner', label: 'print shapes on the paper' },
  { key: 'foil', label: 'press foil on' },
] as const;

/** What it is for, in a word or two each. */
export function purposeSays({ intent, wants }: Project): string[] {
  return [
    `washed ${LAUNDERING_WORDS[intent.laundering]}`,
    `${HAND_WORDS[intent.hand]} feel`,
    EDGE_WORDS[intent.edge],
    ...WANTS.filter(({ key }) => wants[key]).map(({ label }) => label),
  ];
}

/** The picture in one line: its size, its pieces, what it is for. */
export const pictureSays = (view: ArticleView): string =>
  [
    ...(view.article.ground
      ? [
          `${formatSize(view.ground.widthMm, view.ground.heightMm, view.units)}${beyondMm(view.ground) > 0 ? ' finished' : ''}`,
        ]
      : []),
    counted(view.pieces.length, 'piece'),
    ...purposeSays(view),
  ].join(' · ');
