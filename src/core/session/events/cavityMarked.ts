import type { SessionState } from '../state.ts';
import * as z from 'zod';
import { scrapG } from '../effects/grams.ts';
import { give } from '../effects/grams.ts';
import type { LotState } from '../state/shot.ts';
import { FaultSchema, key } from './fields.ts';
import { type EventKind, mayComeTwice, OWN, saysNothingOfHeat } from './kind.ts';

export const CavityMarkedSchema = z.object({
  shot: key,
  cavity: z.number().int(),
  grade: z.enum(['good', 'usable', 'second']),
  fault: FaultSchema.nullable(),
  why: z.string().max(200).optional(),
});

/**
 * An insert laid by already, and found no good after all, is spoiled; one found good again is put
 * back to them.
 */
function recountLot(state: SessionState, lot: LotState, worse: number): void {
  if (worse > 0 && lot.left === 0) return;
  if (worse < 0 && lot.spoiled === 0) return;
  lot.left -= worse;
  lot.spoiled += worse;
  state.puckG += worse * lot.each;
}

export const cavityMarked: EventKind<typeof CavityMarkedSchema> = {
  work: { name: 'Touch a cavity' },
  identity: mayComeTwice,
  rows: (_state, { shot }) => [shot],
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot || !shot.cavities.has(event.payload.cavity)) return;
    const before = scrapG(state, shot);
    const was = shot.marks.get(event.payload.cavity)?.grade === 'second';
    if (shot.markedAt === null) state.focus = { what: 'mark', mould: shot.mould };
    shot.judged.add(event.payload.cavity);
    if (event.payload.grade === 'good') shot.marks.delete(event.payload.cavity);
    else
      shot.marks.set(event.payload.cavity, {
        grade: event.payload.grade,
        fault: event.payload.fault,
      });
    // Its sprue has gone back already: what is found bad since goes after it, what is found good
    // comes out again.
    const more = scrapG(state, shot) - before;
    if (shot.returnedTo !== null && more !== 0) give(state, shot.scrapTo ?? 'puck', more);
    const lot = state.lots.get(shot.id);
    const is = event.payload.grade === 'second';
    if (lot && was !== is) recountLot(state, lot, is ? 1 : -1);
  },
};
