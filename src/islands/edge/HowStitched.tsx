import { EDGE_OPTIONS, FieldChoice, Fold, NumberField, Select } from '~/components';
import { type Project, SHADES, STITCHED_ON } from '~/core/keep/model';
import { edit } from '~/store';
import { edgeWords, ON_WORDS } from '~/words';
import { answer } from '../project/answers';
import css from './Edge.module.css';

const SHADE_WORDS = {
  matching: 'matching the fabric',
  darker: 'a shade darker',
  one: 'one for all',
  clear: 'clear',
} as const;
const ORDER_WORDS = { 'by-thread': 'one thread at a time', 'by-motif': 'one unit at a time' } as const;
const WHEN_WORDS = {
  bonded: 'after everything is bonded',
  'as-it-goes': 'each piece as it is bonded',
  quilting: 'while quilting, through all layers',
} as const;

/** How the project is stitched: what is set once. */
export function HowStitched({ project }: { project: Project }) {
  const { edging, layering } = project;
  const whens = (['bonded', 'as-it-goes', 'quilting'] as const).filter((w) => w !== 'quilting' || layering.quilted);
  const when = whens.find((w) => w === edging.when) ?? 'bonded';
  const plain = project.threads.filter((t) => t.kind !== 'clear' && t.kind !== 'bobbin');
  const says = [
    edgeWords(project.intent.edge),
    `thread ${SHADE_WORDS[edging.shade]}`,
    ORDER_WORDS[edging.order],
    WHEN_WORDS[when],
    ...(edging.on === 'flat' ? [] : [`on ${ON_WORDS[edging.on].name}`]),
    ...(edging.spareMinutes === null ? [] : [`${edging.spareMinutes} minutes to spare`]),
  ];
  return (
    <Fold label="How it is stitched" says={says}>
      <div className={css.how}>
        <Select
          label="Project edge"
          value={project.intent.edge}
          options={EDGE_OPTIONS}
          onChange={(v) => edit((p) => answer(p, 'edge', v))}
        />
        <FieldChoice
          label="Thread"
          value={edging.shade}
          options={SHADES.map((value) => ({ value, label: SHADE_WORDS[value] }))}
          onChange={(v) => edit((p) => void (p.edging.shade = v))}
        />
        {edging.shade === 'one' && plain.length > 0 && (
          <Select
            label="Which thread"
            value={plain.some((t) => t.id === edging.oneThreadId) ? (edging.oneThreadId ?? '') : ''}
            options={[
              { value: '', label: 'the one that suits most pieces' },
              ...plain.map((t) => ({ value: t.id, label: t.name })),
            ]}
            onChange={(v) => edit((p) => void (p.edging.oneThreadId = v === '' ? null : v))}
          />
        )}
        <FieldChoice
          label="Finish"
          value={edging.order}
          options={(['by-thread', 'by-motif'] as const).map((value) => ({ value, label: ORDER_WORDS[value] }))}
          onChange={(v) => edit((p) => void (p.edging.order = v))}
        />
        <FieldChoice
          label="When"
          value={when}
          options={whens.map((value) => ({ value, label: WHEN_WORDS[value] }))}
          onChange={(v) => edit((p) => void (p.edging.when = v))}
        />
        <Select
          label="Stitched on"
          value={edging.on}
          options={STITCHED_ON.map((value) => ({ value, label: ON_WORDS[value].name }))}
          onChange={(v) => edit((p) => void (p.edging.on = v))}
        />
        <FieldChoice
          label="Needle down at a point"
          value={edging.needle}
          options={[
            { value: 'in-ground', label: 'in the background' },
            { value: 'in-piece', label: 'in the piece' },
          ]}
          onChange={(v) => edit((p) => void (p.edging.needle = v))}
        />
        <FieldChoice
          label="Piece"
          value={edging.pieceOn}
          options={[
            { value: 'left', label: 'left of the needle' },
            { value: 'right', label: 'right of it' },
          ]}
          onChange={(v) => edit((p) => void (p.edging.pieceOn = v))}
        />
        <FieldChoice
          label="Blanket stitch strokes"
          value={edging.stroke}
          options={[
            { value: 'single', label: 'once' },
            { value: 'double', label: 'to and fro' },
          ]}
          onChange={(v) => edit((p) => void (p.edging.stroke = v))}
        />
        <FieldChoice
          label="Drawn lines"
          value={edging.linesBy}
          options={[
            { value: 'machine', label: 'by machine' },
            { value: 'hand', label: 'by hand' },
          ]}
          onChange={(v) => edit((p) => void (p.edging.linesBy = v))}
        />
        <NumberField
          label="Minutes you have"
          unit=" min"
          value={edging.spareMinutes ?? 0}
          min={0}
          max={10_000}
          hint="0: no limit"
          onChange={(v) => edit((p) => void (p.edging.spareMinutes = v === 0 ? null : v), { what: 'minutes you have' })}
        />
      </div>
    </Fold>
  );
}
