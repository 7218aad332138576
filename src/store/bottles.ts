import type { BottleIs } from '@/core/material/bottle.ts';
import type { BenchEvent } from '@/core/session/index.ts';
import type { BottleNote } from './models/records.ts';
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
/**
 * What was noted of a bottle by hand, away from the bench: it is said of how the bottle is known to
 * be, so it comes after that, though a bench’s clock ran ahead.
 */
export async function noteBottleByHand(
  materialId: number,
  isNow: BottleIs,
  now: Date,
): Promise<void> {
  const last = await tables().BottleNote.max<Date | null, BottleNote>('at', {
    where: { materialId },
  });
  const at = new Date(Math.max(now.getTime(), last ? last.getTime() + 1 : 0));
  await tables().BottleNote.create({ at, materialId, isNow, sessionId: null, eventId: null });
}

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
