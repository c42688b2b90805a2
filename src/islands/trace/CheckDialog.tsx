import { useState } from 'react';
import { Button, Dialog, FilePick, LengthField, Note, Progress } from '~/components';
import { nth } from '~/core/base/lists';
import { boundsOf, printRegion, type Region, regionOf } from '~/core/base/shape';
import type { Plan, Project } from '~/core/keep/model';
import { judgeSheet, type SheetVerdict } from '~/core/lay/facing';
import { pixelsOf, readPicture } from '~/store';
import { pieceCalled } from '~/words';
import { useDrawingJob } from '../project/useDrawingJob';
import css from './Trace.module.css';

const SCAN_PX = 1400;
interface Found {
  readonly region: Region;
  readonly verdict: SheetVerdict;
}

const WORDS = {
  right: 'the right way round',
  reversed: 'the wrong way round',
  either: 'either way is right',
  wrong: 'not a piece of this project',
} as const;

/** Were the sheets mixed up? A scan or photo of a traced liner against what should be on it. */
export function CheckDialog({ project, plan, onClose }: { project: Project; plan: Plan; onClose: () => void }) {
  const [acrossMm, setAcrossMm] = useState(210);
  const [found, setFound] = useState<readonly Found[] | null>(null);
  const { share, error, setError, run, cancel } = useDrawingJob();
  const take = async (file: File): Promise<void> => {
    const picture = await readPicture(file, SCAN_PX);
    if (!picture.ok) {
      setError(picture.message);
      return;
    }
    setError(null);
    setFound(null);
    const pixels = pixelsOf(picture.canvas);
    const result = await run(
      async (api, onProgress) =>
        await api.scan(
          {
            pixels,
            corners: null,
            widthPx: pixels.width,
            heightPx: pixels.height,
            mmPerPixel: acrossMm / pixels.width,
            wanted: 'inside',
            smooth: 0.3,
          },
          onProgress,
        ),
    );
    if (!result) return;
    if (!result.ok) {
      setError(result.message);
      return;
    }
    const expected = plan.tracings.map((t) => ({ pieceId: t.pieceId, outline: t.outline }));
    const list = judgeSheet(
      result.regions.map((r) => regionOf(r.outline)),
      expected,
    );
    setFound(list);
    if (list.length === 0)
      setError('No closed line was found in this picture. Photograph the sheet straight from above, in even light.');
  };
  const name = (id: string | null): string => {
    const i = project.pieces.findIndex((p) => p.id === id);
    return i < 0 ? 'Something' : pieceCalled(nth(project.pieces, i), i + 1);
  };
  const bad = found?.filter((f) => f.verdict.verdict === 'reversed' || f.verdict.verdict === 'wrong').length ?? 0;
  return (
    <Dialog wide title="Is this sheet the right way round?" onClose={onClose}>
      <div className={css.printerForm}>
        <p>
          Scan or photograph the paper you traced on, drawn side facing you. Each closed line is compared with what
          should be drawn.
        </p>
        <LengthField
          label="Width that the picture shows"
          units={project.units}
          value={acrossMm}
          min={20}
          max={2000}
          onChange={setAcrossMm}
        />
        <FilePick
          label="Choose a picture"
          accept="image/png,image/jpeg"
          onFile={(f) => void take(f)}
          sample={async () => {
            const { SAMPLE_SHEET_MM, sampleSheet } = await import('../project/samples');
            setAcrossMm(SAMPLE_SHEET_MM);
            return sampleSheet(project, plan);
          }}
        />
        {share !== null && <Progress label="Reading the picture" share={share} onCancel={() => cancel()} />}
        {error && <Note stop>{error}</Note>}
        {found && found.length > 0 && (
          <>
            <Note stop={bad > 0}>
              {bad === 0
                ? 'Everything on it is right.'
                : `${bad} of ${found.length} ${bad === 1 ? 'is' : 'are'} not right. Trace ${bad === 1 ? 'it' : 'them'} again from the other side of the sheet.`}
            </Note>
            <ul className={css.verdicts}>
              {found.map(({ region, verdict }, i) => {
                const b = boundsOf(region);
                return (
                  // biome-ignore lint/suspicious/noArrayIndexKey: what was found has no other identity
                  <li key={i} data-verdict={verdict.verdict} data-piece={verdict.pieceId}>
                    <svg
                      viewBox={`${b.minX - 2} ${b.minY - 2} ${b.maxX - b.minX + 4} ${b.maxY - b.minY + 4}`}
                      aria-hidden="true"
                    >
                      <path d={printRegion(region, 2)} fillRule="evenodd" />
                    </svg>
                    <span>
                      <strong>{name(verdict.pieceId)}</strong>, {WORDS[verdict.verdict]}
                      {verdict.pieceId &&
                        Math.abs(verdict.scale - 1) > 0.02 &&
                        `; drawn at ${Math.round(verdict.scale * 100)}% of its size`}
                    </span>
                  </li>
                );
              })}
            </ul>
          </>
        )}
        <div className={css.downloads}>
          <Button onClick={onClose}>Close</Button>
        </div>
      </div>
    </Dialog>
  );
}
