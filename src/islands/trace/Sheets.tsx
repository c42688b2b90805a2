import { FieldChoice, Note, type Option } from '~/components';
import type { Project } from '~/core/keep/model';
import type { Paper, SheetDocument } from '~/core/print/sheet';
import { paperOptions } from '../project/papers';
import { SheetView } from './SheetView';
import css from './Trace.module.css';

/** What is looked at: sheets, a layout, or the mats of the machine. */
export type View = 'sheets' | 'layout' | 'mats';

/** What is shown, and on what paper. */
export const ViewBar = ({
  project,
  view,
  machine,
  onView,
  by,
  onBy,
  paper,
  onPaper,
  webs,
  webId,
  onWeb,
}: {
  project: Project;
  view: View;
  /** A machine cuts some of it. */
  machine: boolean;
  onView: (view: View) => void;
  by: 'cloth' | 'unit';
  onBy: (by: 'cloth' | 'unit') => void;
  paper: Paper;
  onPaper: (paper: Paper) => void;
  webs: readonly Option<string>[];
  webId: string;
  onWeb: (id: string) => void;
}) => (
  <div className={css.bar}>
    <FieldChoice
      label="Show"
      value={view}
      options={[
        { value: 'sheets', label: 'sheets to trace' },
        { value: 'layout', label: 'layout on web and fabric' },
        ...(machine ? [{ value: 'mats' as const, label: 'mats of the machine' }] : []),
      ]}
      onChange={onView}
    />
    {view === 'sheets' && project.pieces.some((p) => p.unit !== null) && (
      <FieldChoice
        label="Grouped"
        value={by}
        options={[
          { value: 'cloth', label: 'by fabric' },
          { value: 'unit', label: 'by unit' },
        ]}
        onChange={onBy}
      />
    )}
    {view !== 'mats' && (
      <FieldChoice label="Paper" value={paper} options={paperOptions(project.units, 'all')} onChange={onPaper} />
    )}
    {view === 'sheets' && webs.length > 0 && <FieldChoice label="Web" value={webId} options={webs} onChange={onWeb} />}
  </div>
);

/** The sheets to trace, one after the other. */
export const Pages = ({
  doc,
  pages,
  notDrawn,
  flipped,
  webName,
}: {
  doc: SheetDocument | null;
  pages: SheetDocument['pages'];
  /** Why they could not be drawn. */
  notDrawn: string | null;
  flipped: boolean;
  webName: string;
}) => (
  <div className={css.pages}>
    {notDrawn && <Note stop>{notDrawn}</Note>}
    {!doc && !notDrawn && (
      <p className={css.waiting} role="status">
        Drawing the sheets …
      </p>
    )}
    {pages.map((page, i) => (
      <figure key={page.id} className={css.page}>
        <SheetView page={page} flipped={flipped} label={`Tracing sheet ${i + 1} of ${pages.length} for ${webName}`} />
        <figcaption>
          Sheet {i + 1} of {pages.length}
          {flipped ? ', seen through from behind' : ', the side you draw on'}
        </figcaption>
      </figure>
    ))}
  </div>
);
