import { kindsTaken } from '../plan/index.ts';
import { sum } from '../shot/index.ts';
import type { RunState, SessionState } from './state.ts';
import type { LotState } from './state/shot.ts';
import type { MouldState } from './state/mould.ts';

/** Lots a run may take from, oldest first. */
export function lotsFor(state: SessionState, run: RunState): LotState[] {
  const kinds = kindsTaken(run.job, run.stage);
  return [...state.lots.values()].filter((lot) => kinds.includes(lot.kind));
}

/** Inserts lying ready for a run, not counting those already in its moulds. */
export const ready = (state: SessionState, run: RunState): number =>
  sum(lotsFor(state, run).map((lot) => lot.left));

/**
 * Takes one insert for a run; one nobody counted is taken as found, so that no heap goes under
 * nothing.
 */
export function takeInsert(state: SessionState, run: RunState): LotState {
  const lot = lotsFor(state, run).find((lot) => lot.left > 0);
  if (lot) {
    lot.left -= 1;
    return lot;
  }
  const kind = kindsTaken(run.job, run.stage)[0] ?? 'unknown';
  const id = `found ${kind}`;
  const like = [...state.lots.values()].find((lot) => lot.kind === kind);
  const found: LotState = state.lots.get(id) ?? {
    id,
    kind,
    makes: run.job.build.stages.find((stage) => stage.key === run.stage.takes)?.makes ?? 'tail',
    from: 'found',
    made: 0,
    left: 0,
    spoiled: 0,
    each: like?.each ?? 0,
    oiled: true,
  };
  found.made += 1;
  state.lots.set(id, found);
  return found;
}

/** Puts inserts that were laid in but not shot on to back where they came from. */
export function unload(state: SessionState, mould: MouldState): void {
  for (const id of mould.loaded.values()) {
    const lot = state.lots.get(id);
    if (lot) lot.left += 1;
  }
  mould.loaded = new Map();
  mould.gapped = new Set();
}

/** g of inserts lying in these. */
export const insertG = (state: SessionState, lots: Iterable<string>): number =>
  sum([...lots].map((id) => state.lots.get(id)?.each ?? 0));

export interface InsertMove {
  /** what moved them, told apart within a session: `made 9#1`, `used 3#2 9#1` */
  what: string;
  kind: string;
  count: number;
}

/**
 * Every move of inserts on the shelf that a session stands for: made, found, used by which shot,
 * spoiled.
 */
export function insertMoves(state: SessionState): InsertMove[] {
  const out: InsertMove[] = [];
  for (const lot of state.lots.values()) {
    if (lot.from !== 'shelf')
      out.push({
        what: `${lot.from === 'shot' ? 'made' : 'found'} ${lot.id}`,
        kind: lot.kind,
        count: lot.made,
      });
    if (lot.spoiled > 0)
      out.push({ what: `spoiled ${lot.id}`, kind: lot.kind, count: -lot.spoiled });
  }
  for (const shot of state.shots.values()) {
    for (const id of new Set(shot.inserts.values())) {
      const lot = state.lots.get(id);
      if (lot)
        out.push({
          what: `used ${shot.id} ${id}`,
          kind: lot.kind,
          count: -[...shot.inserts.values()].filter((insert) => insert === id).length,
        });
    }
  }
  return out;
}
