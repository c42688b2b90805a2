import { useState } from 'react';
import { Button, Choice, Dialog, Note, NumberField } from '~/components';
import { nth } from '~/core/lists';
import type { Plan, Project } from '~/core/model';
import { correctedFor, tracingSheets } from '~/core/sheet';
import { measuredSquare, printPage, SIMULATED_PRINTERS } from '~/core/standin';
import { edit } from '~/store';
import { SheetView } from './SheetView';
import css from './Trace.module.css';

/** The printer's own error, measured once on the check square; a simulated printer to try it on. */
export function PrinterDialog({ project, plan, onClose }: { project: Project; plan: Plan; onClose: () => void }) {
  const [across, setAcross] = useState(project.printer?.acrossMm ?? 50);
  const [down, setDown] = useState(project.printer?.downMm ?? 50);
  const [printer, setPrinter] = useState(nth(SIMULATED_PRINTERS, 0).name);
  const chosen = SIMULATED_PRINTERS.find((p) => p.name === printer) ?? nth(SIMULATED_PRINTERS, 0);
  const correction = across === 50 && down === 50 ? null : { acrossMm: across, downMm: down };
  const first = correctedFor(tracingSheets(project, plan, 'a4'), correction).pages[0];
  const printed = first && printPage(first, chosen);
  const ruler = measuredSquare(chosen, correction);
  const true_ = Math.abs(ruler.acrossMm - 50) < 0.3 && Math.abs(ruler.downMm - 50) < 0.3;
  return (
    <Dialog wide title="What your printer gets wrong" onClose={onClose}>
      <div className={css.printer}>
        <div className={css.printerForm}>
          <p>
            Print one page at 100 %. Measure the check square across and down, and type what you read. From then on
            every sheet is made larger or smaller by as much, and comes out true.
          </p>
          <div className={css.pair}>
            <NumberField
              label="The square measures across"
              unit=" mm"
              decimals={2}
              value={across}
              min={40}
              max={60}
              onChange={setAcross}
            />
            <NumberField label="and down" unit=" mm" decimals={2} value={down} min={40} max={60} onChange={setDown} />
          </div>
          <p className={css.lead}>
            {correction
              ? `Sheets are drawn at ${((50 / across) * 100).toFixed(1)} % across and ${((50 / down) * 100).toFixed(1)} % down.`
              : 'No correction.'}
          </p>
          <div className={css.downloads}>
            <Button
              onClick={() => {
                setAcross(50);
                setDown(50);
              }}
            >
              No correction
            </Button>
            <Button
              look="go"
              onClick={() => {
                edit((p) => void (p.printer = correction));
                onClose();
              }}
            >
              Keep it
            </Button>
          </div>
          <Note>
            A simulated printer to try this on: it prints a little wrong, as real ones do.
            <Choice
              label="Print on"
              value={printer}
              options={SIMULATED_PRINTERS.map((p) => ({ value: p.name, label: p.name }))}
              onChange={setPrinter}
            />
            <p data-ruler={`${ruler.acrossMm} ${ruler.downMm}`}>
              The ruler on its page reads <strong>{ruler.acrossMm} mm</strong> across and{' '}
              <strong>{ruler.downMm} mm</strong> down. {true_ ? 'That is true.' : 'Type that above, then look again.'}
            </p>
          </Note>
        </div>
        {printed && (
          <figure className={css.page}>
            <SheetView page={printed} flipped={false} label={`The page as ${chosen.name} prints it`} />
            <figcaption>as {chosen.name} prints it</figcaption>
          </figure>
        )}
      </div>
    </Dialog>
  );
}
