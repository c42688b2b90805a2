import { useState } from 'react';
import { Button, Dialog, FieldChoice, LengthField, Note } from '~/components';
import { nth } from '~/core/base/lists';
import { formatThickness } from '~/core/base/units';
import { measuredSquare, printPage, SIMULATED_PRINTERS } from '~/core/intake/standin';
import type { Plan, Project } from '~/core/keep/model';
import { checkSquareMm, correctedFor, PRINTER_MEASURED_MM, tracingSheets } from '~/core/print/sheet';
import { edit } from '~/store';
import { SheetView } from './SheetView';
import css from './Trace.module.css';

/** What a ruler cannot tell from true, mm. */
const TRUE_MM = 0.3;

/** The printer's own error, measured once on the check square; a simulated printer to try it on. */
export function PrinterDialog({ project, plan, onClose }: { project: Project; plan: Plan; onClose: () => void }) {
  const { units } = project;
  const square = checkSquareMm(units);
  // What is read off the square, kept as what 50 mm would be.
  const perSquare = square / PRINTER_MEASURED_MM;
  const [across, setAcross] = useState((project.printer?.acrossMm ?? PRINTER_MEASURED_MM) * perSquare);
  const [down, setDown] = useState((project.printer?.downMm ?? PRINTER_MEASURED_MM) * perSquare);
  const [printer, setPrinter] = useState(nth(SIMULATED_PRINTERS, 0).name);
  const chosen = SIMULATED_PRINTERS.find((p) => p.name === printer) ?? nth(SIMULATED_PRINTERS, 0);
  const correction =
    across === square && down === square ? null : { acrossMm: across / perSquare, downMm: down / perSquare };
  const first = correctedFor(tracingSheets(project, plan, 'a4'), correction).pages[0];
  const printed = first && printPage(first, chosen);
  const ruler = measuredSquare(chosen, correction, square);
  const true_ = Math.abs(ruler.acrossMm - square) < TRUE_MM && Math.abs(ruler.downMm - square) < TRUE_MM;
  const said = (mm: number): string => formatThickness(mm, units);
  return (
    <Dialog wide title="Printer correction" onClose={onClose}>
      <div className={css.printer}>
        <div className={css.printerForm}>
          <p>
            Print one page at 100%. Measure the check square across and down, and type what you read. From then on every
            sheet is corrected by that.
          </p>
          <div className={css.pair}>
            <LengthField
              label="The square measures across"
              units={units}
              fine
              value={across}
              min={0.8 * square}
              max={1.2 * square}
              onChange={setAcross}
            />
            <LengthField
              label="and down"
              units={units}
              fine
              value={down}
              min={0.8 * square}
              max={1.2 * square}
              onChange={setDown}
            />
          </div>
          <p className={css.lead}>
            {correction
              ? `Sheets are drawn at ${((square / across) * 100).toFixed(1)}% across and ${((square / down) * 100).toFixed(1)}% down.`
              : 'No correction.'}
          </p>
          <div className={css.downloads}>
            <Button
              onClick={() => {
                setAcross(square);
                setDown(square);
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
              Save
            </Button>
          </div>
          <Note>
            A simulated printer to try this on: it prints a little wrong, as real ones do.
            <FieldChoice
              label="Print on"
              value={printer}
              options={SIMULATED_PRINTERS.map((p) => ({ value: p.name, label: p.name }))}
              onChange={setPrinter}
            />
            <p data-ruler={`${ruler.acrossMm} ${ruler.downMm}`}>
              A ruler on its page reads <strong>{said(ruler.acrossMm)}</strong> across and{' '}
              <strong>{said(ruler.downMm)}</strong> down.{' '}
              {true_ ? 'That is correct.' : 'Type that above, then look again.'}
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
