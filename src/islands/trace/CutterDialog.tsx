import { useMemo, useState } from 'react';
import { Button, Dialog, FilePick, LengthField, Note, Select, TextField } from '~/components';
import { printRegion } from '~/core/base/shape';
import { formatRun, SPEECH } from '~/core/base/units';
import { allAsks, freshLayout, type Mat, matsOf, patchesOf } from '~/core/cut/layout';
import { type CutRun, type CutterCloth, clothBox, readCutFile, runCutter } from '~/core/intake/standin';
import type { Plan, Project } from '~/core/keep/model';
import { cutFiles, matFile, numberOfShape } from '~/core/print/sheet';
import { cutProblemWords } from '~/words';
import css from './Trace.module.css';

const CORNERS: readonly CutterCloth['corner'][] = ['upper left', 'upper right', 'lower left', 'lower right'];

/** The cutting files of every layout that was kept, as they would be exported. */
const madeHere = (project: Project, plan: Plan): { name: string; text: string }[] => [
  ...matsOf(project, patchesOf(project, plan).patches).map((mat) => matFile(project, plan, mat, 'dxf')),
  ...allAsks(project, plan).flatMap((wanted) => {
    const layout = freshLayout(project, wanted);
    return layout ? cutFiles(project, plan, wanted, layout, 'dxf') : [];
  }),
];

const clothName = (project: Project, id: string): string => project.fabrics.find((f) => f.id === id)?.name ?? 'cloth';

/** A simulated cutting machine: the exported file on a mat, with cloths in its corners. */
export function CutterDialog({
  project,
  plan,
  mat: given = null,
  onClose,
}: {
  project: Project;
  plan: Plan;
  /** A mat of the plan, to see it cut. */
  mat?: Mat | null;
  onClose: () => void;
}) {
  const { units } = project;
  const [mat, setMat] = useState(
    given ? { widthMm: project.mat.widthMm, heightMm: project.mat.heightMm } : { ...SPEECH[units].matMm },
  );
  const [cloths, setCloths] = useState<readonly CutterCloth[]>(
    given
      ? given.cloths.map((c) => ({
          name: clothName(project, c.patch.fabricId),
          corner: 'upper left',
          at: { xMm: c.xMm, yMm: c.yMm },
          widthMm: c.widthMm,
          heightMm: c.heightMm,
        }))
      : [{ name: 'first fabric', corner: 'upper left', widthMm: 560, heightMm: 300 }],
  );
  const [file, setFile] = useState<{ name: string; text: string } | null>(() =>
    given ? matFile(project, plan, given, 'dxf') : null,
  );
  const [upTo, setUpTo] = useState<number | null>(null);
  const made = useMemo(() => madeHere(project, plan), [project, plan]);
  const read = useMemo(() => (file ? readCutFile(file.text) : null), [file]);
  const run: CutRun | null = useMemo(
    () => (read?.ok ? runCutter(read.shapes, mat, cloths) : null),
    [read, mat, cloths],
  );
  const shown = upTo ?? run?.steps.length ?? 0;
  const reversed = new Set(
    plan.tracings.filter((t) => t.mirrored).map((t) => project.pieces.findIndex((p) => p.id === t.pieceId) + 1),
  );
  const reversedNames = run?.shapes.filter((s) => {
    const number = numberOfShape(s.name);
    const tracing = plan.tracings.find((t) => project.pieces.findIndex((p) => p.id === t.pieceId) + 1 === number);
    return number !== null && reversed.has(number) && tracing && tracing.code !== 'no-care';
  });
  return (
    <Dialog wide title="A simulated cutting machine" onClose={onClose}>
      <div className={css.printer}>
        <div className={css.printerForm}>
          <p>
            It reads the DXF or plain SVG exported here, and shows what the blade would do before any fabric is spoiled.
          </p>
          {made.length > 0 && (
            <div className={css.made}>
              <span>Laid out here:</span>
              {made.map((m) => (
                <Button key={m.name} aria-pressed={file?.name === m.name} onClick={() => setFile(m)}>
                  {m.name}
                </Button>
              ))}
            </div>
          )}
          <FilePick
            label={file ? file.name : 'Choose the exported file'}
            accept=".dxf,.svg"
            sample={async () => (await import('../project/samples')).sampleDrawing()}
            onFile={(f) => void f.text().then((text) => setFile({ name: f.name, text }))}
          />
          <div className={css.pair}>
            <LengthField
              label="Mat width"
              units={units}
              value={mat.widthMm}
              min={50}
              max={3000}
              onChange={(widthMm) => setMat({ ...mat, widthMm })}
            />
            <LengthField
              label="Mat height"
              units={units}
              value={mat.heightMm}
              min={50}
              max={3000}
              onChange={(heightMm) => setMat({ ...mat, heightMm })}
            />
          </div>
          <ClothFields units={units} cloths={cloths} onCloths={setCloths} />
          <p className={css.lead}>
            A blade cuts fingers too: keep hands off while it moves, and take the blade out before cleaning.
          </p>
        </div>
        <div>
          {read && !read.ok && <Note stop>{read.message}</Note>}
          <MatPicture mat={mat} cloths={cloths} run={run} shown={shown} />
          {!file && (
            <p>
              {made.length > 0
                ? 'Choose what was laid out here, or a file, and its cuts appear on the mat.'
                : 'Make a layout under “layout on web and fabric”: then it is offered here without a file. A file, or a sample of ours, works too.'}
            </p>
          )}
          {run && (
            <CutSummary
              run={run}
              shown={shown}
              onShown={setUpTo}
              units={units}
              reversed={reversedNames?.map((r) => r.name) ?? []}
            />
          )}
        </div>
      </div>
    </Dialog>
  );
}

/** Each cloth on the mat: its name, its corner, its size. */
function ClothFields({
  units,
  cloths,
  onCloths,
}: {
  units: Project['units'];
  cloths: readonly CutterCloth[];
  onCloths: (cloths: readonly CutterCloth[]) => void;
}) {
  return (
    <>
      {cloths.map((c, i) => {
        const change = (next: Partial<CutterCloth>): void =>
          onCloths(cloths.map((d, k) => (k === i ? { ...d, ...next } : d)));
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: cloths have no other identity, and are only added or taken at the end
          <fieldset key={i} className={css.matCloth}>
            <legend>Fabric {i + 1}</legend>
            <TextField label="Name" value={c.name} onChange={(name) => change({ name })} />
            <Select
              label="Corner"
              value={c.corner}
              options={CORNERS.map((v) => ({ value: v, label: v }))}
              onChange={(corner) => change({ corner, at: null })}
            />
            <LengthField
              label="Width"
              units={units}
              value={c.widthMm}
              min={10}
              max={3000}
              onChange={(widthMm) => change({ widthMm })}
            />
            <LengthField
              label="Height"
              units={units}
              value={c.heightMm}
              min={10}
              max={3000}
              onChange={(heightMm) => change({ heightMm })}
            />
          </fieldset>
        );
      })}
      <div className={css.downloads}>
        <Button
          disabled={cloths.length >= 4}
          onClick={() =>
            onCloths([
              ...cloths,
              {
                name: `fabric ${cloths.length + 1}`,
                corner: CORNERS.find((k) => !cloths.some((c) => c.corner === k)) ?? 'upper left',
                widthMm: 200,
                heightMm: 150,
              },
            ])
          }
        >
          Another fabric
        </Button>
        <Button disabled={cloths.length === 0} onClick={() => onCloths(cloths.slice(0, -1))}>
          Remove one
        </Button>
      </div>
    </>
  );
}

/** The mat with its cloths, and what the blade has cut so far. */
const MatPicture = ({
  mat,
  cloths,
  run,
  shown,
}: {
  mat: { widthMm: number; heightMm: number };
  cloths: readonly CutterCloth[];
  run: CutRun | null;
  /** So many steps. */
  shown: number;
}) => (
  <svg
    className={css.mat}
    viewBox={`-6 -6 ${mat.widthMm + 12} ${mat.heightMm + 12}`}
    role="img"
    aria-label={run ? 'The mat with fabrics and cuts' : 'The mat with fabrics'}
  >
    <rect className={css.matBoard} width={mat.widthMm} height={mat.heightMm} rx="4" />
    {cloths.map((c, i) => {
      const b = clothBox(c, mat);
      return (
        // biome-ignore lint/suspicious/noArrayIndexKey: as above
        <g key={i}>
          <rect className={css.matPiece} x={b.x} y={b.y} width={b.w} height={b.h} />
          {!run && (
            <text className={css.matName} x={b.x + b.w / 2} y={b.y + b.h / 2} fontSize={mat.widthMm / 28}>
              {c.name}
            </text>
          )}
        </g>
      );
    })}
    {run?.travels.slice(0, shown).map(([p, q], i) => (
      // biome-ignore lint/suspicious/noArrayIndexKey: the order is the identity
      <line key={i} className={css.travel} x1={p.x} y1={p.y} x2={q.x} y2={q.y} />
    ))}
    {run?.steps.slice(0, shown).map((s, i) => (
      // biome-ignore lint/suspicious/noArrayIndexKey: the order is the identity
      <path key={i} className={css.blade} d={printRegion([s.ring], 2)} />
    ))}
  </svg>
);

/** How far it has cut, how long it takes, and what would go wrong. */
function CutSummary({
  run,
  shown,
  onShown,
  units,
  reversed,
}: {
  run: CutRun;
  shown: number;
  onShown: (steps: number) => void;
  units: Project['units'];
  /** Names of shapes that lie reversed. */
  reversed: readonly string[];
}) {
  return (
    <>
      <label className={css.lines}>
        <span>{run.steps.length === 1 ? `${shown} of one line cut` : `${shown} of ${run.steps.length} lines cut`}</span>
        <input
          type="range"
          min={0}
          max={run.steps.length}
          value={shown}
          onChange={(e) => onShown(Number(e.target.value))}
        />
      </label>
      <p data-cutter={run.problems.length}>
        <strong>{Math.ceil(run.seconds / 60)} min</strong> for {formatRun(run.cutMm, units)} of cutting (simulated
        speeds).{' '}
        {reversed.length > 0
          ? `Reversed on the mat: ${reversed.slice(0, 8).join(', ')}${reversed.length > 8 ? ' and more' : ''}. Place the fabric paper up.`
          : 'Nothing is reversed: place the fabric right side up.'}
      </p>
      {run.problems.length > 0 && (
        <Note stop>
          <ul>
            {run.problems.slice(0, 8).map((p) => (
              <li key={`${p.code} ${p.name}`}>{cutProblemWords(p)}</li>
            ))}
            {run.problems.length > 8 && <li>And {run.problems.length - 8} more.</li>}
          </ul>
        </Note>
      )}
    </>
  );
}
