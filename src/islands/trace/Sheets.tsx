import { useState } from 'react';
import { FieldChoice, Fold, Note, type Option } from '~/components';
import type { Project } from '~/core/keep/model';
import type { Paper, SheetDocument } from '~/core/print/sheet';
import { paperOptions } from '../project/papers';
import { SheetView } from './SheetView';
import css from './Trace.module.css';

/** What is looked at: sheets, a layout, or the mats of the machine. */
export type View = 'sheets' | 'layout' | 'mats';

const VIEWS: { readonly [V in View]: string } = {
  sheets: 'sheets to trace',
  layout: 'layout on web and fabric',
  mats: 'mats of the machine',
};

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
  <>
    <FieldChoice
      label="Show"
      value={view}
      options={[
        { value: 'sheets', label: VIEWS.sheets },
        { value: 'layout', label: VIEWS.layout },
        ...(machine ? [{ value: 'mats' as const, label: VIEWS.mats }] : []),
      ]}
      onChange={onView}
    />
    {view !== 'mats' && (
      <Fold
        label={view === 'sheets' && webs.length > 0 ? 'Paper and web' : 'Paper'}
        says={[
          paperOptions(project.units, 'all').find((o) => o.value === paper)?.label ?? '',
          ...(view === 'sheets' && webs.length > 0 ? [webs.find((w) => w.value === webId)?.label ?? ''] : []),
        ]}
      >
        <div className={css.bar}>
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
          <FieldChoice label="Paper" value={paper} options={paperOptions(project.units, 'all')} onChange={onPaper} />
          {view === 'sheets' && webs.length > 0 && (
            <FieldChoice label="Web" value={webId} options={webs} onChange={onWeb} />
          )}
        </div>
      </Fold>
    )}
  </>
);

/** The sheets to trace: one large, the others small beside it, to be looked at. */
export const Pages = ({
  doc,
  pages,
  notDrawn,
  flipped,
  nameOf,
  templates,
}: {
  doc: SheetDocument | null;
  pages: SheetDocument['pages'];
  /** Why they could not be drawn. */
  notDrawn: string | null;
  flipped: boolean;
  /** A web’s name. */
  nameOf: (webId: string) => string;
  /** They are cut out, not traced. */
  templates: boolean;
}) => {
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, Math.max(0, pages.length - 1));
  const page = pages[at];
  const said = (i: number): string => {
    const times = pages[i]?.times ?? 1;
    return `Sheet ${i + 1} of ${pages.length}${times > 1 ? `, use it ${times} times` : ''}`;
  };
  return (
    <div className={css.pages}>
      {notDrawn && <Note stop>{notDrawn}</Note>}
      {!doc && !notDrawn && (
        <p className={css.waiting} role="status">
          Drawing the sheets …
        </p>
      )}
      {page && (
        <figure className={css.page}>
          <SheetView
            page={page}
            flipped={flipped}
            label={
              templates
                ? `Templates, sheet ${at + 1} of ${pages.length}`
                : `Tracing sheet ${at + 1} of ${pages.length} for ${nameOf(page.webId ?? '')}`
            }
          />
          <figcaption>
            {said(at)}
            {templates ? ', templates to cut out' : `, for ${nameOf(page.webId ?? '')}`}
            {flipped ? ', seen through from behind' : templates ? '' : ', the side you draw on'}
          </figcaption>
        </figure>
      )}
      {pages.length > 1 && (
        <ul className={css.small} aria-label="All sheets">
          {pages.map((p, i) => (
            <li key={p.id}>
              <button type="button" aria-pressed={i === at} onClick={() => setChosen(i)}>
                <SheetView page={p} flipped={flipped} label="" />
                <span className="visually-hidden">{said(i)}</span>
                <span aria-hidden="true">{(p.times ?? 1) > 1 ? `${p.times} ×` : i + 1}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
};
