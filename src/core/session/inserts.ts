import { kindsTaken } from '../plan/index.ts';
import { sum } from '../shot/index.ts';
import type { LotState, MouldState, RunState, SessionState } from './state.ts';

/** Lots a run may take from, oldest first. */
export function lotsFor(s: SessionState, run: RunState): LotState[] {
  const kinds = kindsTaken(run.job, run.stage);
  return [...s.lots.values()].filter((l) => kinds.includes(l.kind));
}

/** Inserts lying ready for a run, not counting those already in its moulds. */
export const ready = (s: SessionState, run: RunState): number =>
  sum(lotsFor(s, run).map((l) => l.left));

/** Takes one insert for a run; one nobody counted is taken as found, so that no heap goes under nothing. */
export function takeInsert(s: SessionState, run: RunState): LotState {
  const lot = lotsFor(s, run).find((l) => l.left > 0);
  if (lot) {
    lot.left -= 1;
    return lot;
  }
  const kind = kindsTaken(run.job, run.stage)[0] ?? 'unknown';
  const id = `found ${kind}`;
  const like = [...s.lots.values()].find((l) => l.kind === kind);
  const found: LotState = s.lots.get(id) ?? {
    id,
    kind,
    makes: run.job.build.stages.find((x) => x.key === run.stage.takes)?.makes ?? 'tail',
    from: 'found',
    made: 0,
    left: 0,
    spoiled: 0,
    each: like?.each ?? 0,
    oiled: true,
  };
  found.made += 1;
  s.lots.set(id, found);
  return found;
}

/** Puts inserts that were laid in but not shot on to back where they came from. */
export function unload(s: SessionState, m: MouldState): void {
  for (const id of m.loaded.values()) {
    const lot = s.lots.get(id);
    if (lot) lot.left += 1;
  }
  m.loaded = new Map();
  m.gapped = new Set();
}

/** g of inserts lying in these. */
export const insertG = (s: SessionState, lots: Iterable<string>): number =>
  sum([...lots].map((id) => s.lots.get(id)?.each ?? 0));

export interface InsertMove {
  /** what moved them, told apart within a session: `made 9#1`, `used 3#2 9#1` */
  what: string;
  kind: string;
  count: number;
}

/** Every move of inserts on the shelf that a session stands for: made, found, used by which shot, spoiled. */
export function insertMoves(s: SessionState): InsertMove[] {
  const out: InsertMove[] = [];
  for (const lot of s.lots.values()) {
    if (lot.from !== 'shelf')
      out.push({
        what: `${lot.from === 'shot' ? 'made' : 'found'} ${lot.id}`,
        kind: lot.kind,
        count: lot.made,
      });
    if (lot.spoiled > 0)
      out.push({ what: `spoiled ${lot.id}`, kind: lot.kind, count: -lot.spoiled });
  }
  for (const shot of s.shots.values()) {
    for (const id of new Set(shot.inserts.values())) {
      const lot = s.lots.get(id);
      if (lot)
        out.push({
          what: `used ${shot.id} ${id}`,
          kind: lot.kind,
          count: -[...shot.inserts.values()].filter((x) => x === id).length,
        });
    }
  }
  return out;
}
