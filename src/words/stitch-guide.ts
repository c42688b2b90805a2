import { formatLength, formatThread } from '~/core/base/units';
import { type Edged, edgePlan, type StripSample, stitchedWhen, stripSamples } from '~/core/hands/edge';
import { lookup, type Project } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { laidByRecipe } from '~/core/lay/recipe';
import { type GuideTable, type Paper, type SheetDocument, stitchGuide, THREAD_LETTERS } from '~/core/print/sheet';
import { pieceCalled } from './called';
import { edgeWords, FOOT_WORDS, needleWords, threadWords } from './edge';
import { term } from './glossary';
import { stitchSizeWords } from './making';
import { counted, upper } from './table';

const OF = { point: 'Point', 'inside-corner': 'Inside corner', curve: 'Curve', straight: 'Edge' } as const;

function tablesOf(project: Project, { plan }: Edged): GuideTable[] {
  const look = lookup(project);
  const { units } = project;
  const used = plan.threads.filter((t) => t.topMm > 0);
  const letter = (threadId: string | null, colour: string): string => {
    const i = used.findIndex((t) => (t.threadId ?? t.colour) === (threadId ?? colour));
    return i < 0 ? '' : (THREAD_LETTERS[i] ?? String(i + 1));
  };
  return [
    {
      title: 'Machine settings',
      lead: ['Width and length as on a machine’s dial.'],
      columns: [
        { heading: 'Edge', share: 1.8 },
        { heading: 'Size', share: 2.8 },
        { heading: 'Needle', share: 2.4 },
        { heading: 'Foot', share: 2.2 },
        { heading: 'Tension', share: 1.3 },
        { heading: upper(term('stabiliser')), share: 1 },
      ],
      rows: plan.settings.map((s) => [
        upper(edgeWords(s.edge)),
        stitchSizeWords(s.edge, s.widthMm, s.stitchMm, units),
        s.edge === 'paint' ? '' : needleWords(s.needle),
        FOOT_WORDS[s.foot],
        s.easeTension ? 'a little looser' : 'as usual',
        s.stabiliser ? 'yes' : 'none',
      ]),
    },
    {
      title: 'Order and thread',
      lead: [
        `${counted(plan.threadChanges, 'thread change')}, about ${counted(Math.round(plan.minutes), 'minute')} (estimated).`,
      ],
      columns: [
        { heading: '', share: 0.5 },
        { heading: 'Piece', share: 2.6 },
        { heading: 'Edge', share: 1.8 },
        { heading: 'Thread', share: 2.4 },
        { heading: 'Length', share: 1 },
        { heading: 'Top thread', share: 1.2 },
        { heading: 'Bobbin', share: 1 },
      ],
      rows: plan.lines
        .filter((l) => l.stitches > 0 || l.edge === 'paint')
        .map((l, i) => [
          String(i + 1),
          l.pieceId === null
            ? 'lines on the background'
            : `${pieceCalled(look.piece(l.pieceId), look.number(l.pieceId))}${l.drawn ? ', its lines' : ''}${l.copies > 1 ? ` × ${l.copies}` : ''}`,
          upper(edgeWords(l.edge)),
          l.edge === 'paint'
            ? ''
            : `${letter(l.threadId, l.colour)} ${threadWords(l.threadId, l.colour, project, project.edging.shade === 'clear')}`,
          formatLength(l.lengthMm, units),
          l.threadTopMm > 0 ? formatThread(l.threadTopMm, units) : '',
          l.threadBobbinMm > 0 ? formatThread(l.threadBobbinMm, units) : '',
        ]),
    },
  ];
}

/** The stitch guide of a project, in words. Kept out of the words' index, since the sheets come along with it. @param webIds the web of each piece, as the plan chose it */
export function stitchGuideOf(
  asked: Project,
  webIds: Readonly<Record<string, string | null>>,
  paper: Paper,
): SheetDocument {
  const project = laidByRecipe(asked);
  const laid = layDown(project);
  const webs = new Map(project.webs.map((w) => [w.id, w]));
  const edged = edgePlan(laid, (id) => webs.get(webIds[id] ?? '') ?? null);
  const { look } = laid;
  const caption = (s: StripSample): string =>
    `${OF[s.of]}: ${pieceCalled(look.piece(s.pieceId), look.number(s.pieceId))}`;
  return stitchGuide(
    project,
    edged,
    stripSamples(laid, stitchedWhen(project)),
    tablesOf(project, edged),
    caption,
    paper,
  );
}
