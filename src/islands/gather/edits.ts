import type { Draft } from 'immer';
import type { Taken } from '~/core/cut/gather';
import { countedBy, type Need, needKey, type Offer, ownNeedId, type Project } from '~/core/keep/model';

/** Into the basket, or out of it again. */
export function tick(project: Project, key: string, on: boolean): void {
  const { gathering } = project;
  gathering.ticked = gathering.ticked.filter((k) => k !== key);
  if (on) gathering.ticked.push(key);
}

/** An offer with what was changed of it. */
export function setOffer(project: Project, offer: Offer): void {
  const { gathering } = project;
  const i = gathering.offers.findIndex((o) => o.key === offer.key && o.id === offer.id);
  if (i < 0) gathering.offers.push(offer);
  else gathering.offers[i] = offer;
}

/** How much is here of what the drawer keeps no list of. */
export function setHave(project: Project, { key, id }: Pick<Need, 'key' | 'id'>, amount: number): void {
  const { gathering } = project;
  const line = countedBy(id);
  const readyMade =
    line?.is === 'made-up' ? project.articles.find((a) => a.id === line.id)?.ground?.readyMade : undefined;
  if (readyMade) {
    readyMade.have = amount;
    return;
  }
  gathering.have = [...gathering.have.filter((h) => h.key !== key), ...(amount > 0 ? [{ key, amount }] : [])];
}

type OwnLine = Project['gathering']['own'][number];
/** A line of one's own, new or changed. */
export function setOwnLine(project: Project, line: OwnLine): void {
  const { own } = project.gathering;
  const i = own.findIndex((l) => l.id === line.id);
  if (i < 0) own.push(line);
  else own[i] = line;
}
export function dropOwnLine(project: Project, lineId: string): void {
  const { gathering } = project;
  const key = needKey('other', ownNeedId(lineId));
  gathering.own = gathering.own.filter((l) => l.id !== lineId);
  gathering.offers = gathering.offers.filter((o) => o.key !== key);
  gathering.have = gathering.have.filter((h) => h.key !== key);
  gathering.ticked = gathering.ticked.filter((k) => k !== key);
}

export function setSeamed(project: Project, articleId: string, seamed: boolean): void {
  const { gathering } = project;
  gathering.seamed = [...gathering.seamed.filter((s) => s.articleId !== articleId), { articleId, seamed }];
}

type Repeat = Project['gathering']['repeats'][number];
export function setRepeat(project: Project, fabricId: string, repeat: Omit<Repeat, 'fabricId'> | null): void {
  const { gathering } = project;
  gathering.repeats = [
    ...gathering.repeats.filter((r) => r.fabricId !== fabricId),
    ...(repeat ? [{ fabricId, ...repeat }] : []),
  ];
}

/** What was cut is gone, what is left of it is there with its size; what was before is kept, so that it can be put back. */
export function bookOut(project: Project, taken: Taken, at: number): void {
  const before = {
    fabrics: project.fabrics.filter((f) => taken.fabrics.has(f.id)).map(({ id, stock }) => ({ id, stock })),
    webs: project.webs
      .filter((w) => taken.webs.has(w.id))
      .map(({ id, stockMm, offcuts }) => ({ id, stockMm, offcuts })),
    threads: project.threads.filter((t) => taken.threads.has(t.id)).map(({ id, stockMm }) => ({ id, stockMm })),
  };
  for (const f of project.fabrics) Object.assign(f, taken.fabrics.get(f.id));
  for (const w of project.webs) Object.assign(w, taken.webs.get(w.id));
  for (const t of project.threads) Object.assign(t, taken.threads.get(t.id));
  project.gathering.taken = { at, keys: [...taken.keys], before };
}

/** It was not cut after all. */
export function putBack(project: Draft<Project>): void {
  const { taken } = project.gathering;
  if (!taken) return;
  const { before } = taken;
  for (const f of project.fabrics)
    Object.assign(
      f,
      before.fabrics.find((b) => b.id === f.id),
    );
  for (const w of project.webs)
    Object.assign(
      w,
      before.webs.find((b) => b.id === w.id),
    );
  for (const t of project.threads)
    Object.assign(
      t,
      before.threads.find((b) => b.id === t.id),
    );
  project.gathering.taken = null;
}
