import type { BenchEvent, SessionState } from '@/core/session/index.ts';
import { WAYS_OUT } from '@/core/session/index.ts';
import { tubMovedBy, tubNamed } from '@/store/tubs.ts';
import { moveTubBy } from '../tubContent.ts';

/** What was poured off a cup to be kept goes into its tub. */
export async function putPouredOff(
  event: BenchEvent<'pouredOff'>,
  state: SessionState,
): Promise<void> {
  const kept = state.kept.find((other) => other.event === event.id);
  if (!kept) return;
  const kind = WAYS_OUT[kept.way].keeps;
  if (!kind) return;
  const cup = state.cups.get(kept.cup);
  const id =
    kept.tub.id ??
    (await tubMovedBy(event.id)) ??
    (
      await tubNamed({
        name: kept.tub.name,
        kind,
        grade: cup?.grade,
        colour: cup?.colour.toLowerCase(),
      })
    ).id;
  await moveTubBy(
    id,
    {
      grams: kept.plastic.grams,
      what: kind === 'cup' ? 'left' : 'pucked',
      plastic: kept.plastic,
    },
    event,
  );
}

/** It was taken back: so is what it put into a tub. */
export async function dropPouredOff({
  id,
  at,
  session,
  payload: { tub },
}: BenchEvent<'pouredOff'>): Promise<void> {
  if (!tub) return;
  const held = tub.id ?? (await tubMovedBy(id));
  if (held !== null) await moveTubBy(held, { grams: 0, what: 'pucked' }, { id, at, session });
}

/** A charge of remelt comes out of its tub. */
export async function putCharged(event: BenchEvent<'charged'>): Promise<void> {
  const { of, grams } = event.payload;
  if (of) await moveTubBy(of.id, { grams: -grams, what: 'melted' }, event);
}
export async function dropCharged(event: BenchEvent<'charged'>): Promise<void> {
  const { of } = event.payload;
  if (of) await moveTubBy(of.id, { grams: 0, what: 'melted' }, event);
}
