import type { BottleIs } from '@/core/material/bottle.ts';
import type { BenchEvent } from '@/core/session/index.ts';
import { rows } from './query.ts';
import { tables } from './tables.ts';

/** What was noted of a bottle at the bench. */
export const putBottleNote = ({
  id,
  session,
  at,
  payload,
}: BenchEvent<'bottleNoted'>): Promise<unknown> =>
  tables().BottleNote.bulkCreate(
    [
      {
        at: new Date(at),
        materialId: payload.material,
        isNow: payload.is,
        sessionId: session,
        eventId: id,
      },
    ],
    { ignoreDuplicates: true },
  );
export const dropBottleNote = (eventId: string): Promise<unknown> =>
  tables().BottleNote.destroy({ where: { eventId } });
/** What was noted of a bottle by hand, away from the bench. */
export const noteBottleByHand = (materialId: number, isNow: BottleIs, at: Date): Promise<unknown> =>
  tables().BottleNote.create({ at, materialId, isNow, sessionId: null, eventId: null });

/** How a bottle was found last. */
export interface BottleRow {
  material_id: number;
  at: Date;
  is_now: BottleIs;
}
/** Bottles that are not in order, with when that was noted. */
export const bottlesNotWell = (): Promise<BottleRow[]> =>
  rows(
    `SELECT material_id, at, is_now FROM (SELECT DISTINCT ON (material_id) material_id, at, is_now
       FROM bottle_notes ORDER BY material_id, at DESC, id DESC) newest WHERE is_now <> 'well'
      ORDER BY material_id LIMIT 2000`,
  );
