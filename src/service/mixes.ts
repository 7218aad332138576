import * as z from 'zod';
import type { PlanInput } from '@/core/plan/index.ts';
import type { ColourBook, Snapshot, StateBaits } from '@/core/session/index.ts';
import { baitsOfState } from '@/core/session/index.ts';
import type { Shop } from '@/core/shop.ts';
import type { Mix } from '@/core/material/index.ts';
import { bottlesNotWell } from '@/store/bottles.ts';
import { shelf } from '@/store/catalogue.ts';
import type { KeptVersion } from '@/store/mixes.ts';
import { mixKeptBy, pictureBytes, putCups, putPicture, versionsAs } from '@/store/mixes.ts';
import { peek } from './heldSessions.ts';
import type { Result } from './result.ts';
import { noPicture, pictureKind } from './pictures.ts';
import { missing, ok } from './result.ts';

export { familyOf, picturesOf, usesOf } from '@/store/mixes.ts';
export { pictureBytes };

/**
 * What a session is to know of colour: the shelf as it stands, and which version of each mix its
 * cups begin from.
 */
export async function colourBook(input: PlanInput, shop: Shop): Promise<ColourBook> {
  const [materials, bottles, versions] = await Promise.all([
    shelf(),
    bottlesNotWell(),
    versionsAs(input.cups.map((cup) => ({ id: cup.mix, spec: cup.recipe }))),
  ]);
  return {
    materials,
    bottles: Object.fromEntries(bottles.map((note) => [note.material_id, note.is_now])),
    versions: Object.fromEntries(versions),
    dosing: shop.dosing,
  };
}

/** The mix a bench kept by an act of its; missing until that has reached the shop. */
export async function mixOfAct(event: string): Promise<Result<{ id: number; spec: Mix }>> {
  const mix = z.uuid().safeParse(event).success ? await mixKeptBy(event) : null;
  return mix ? ok(mix) : missing('mix');
}

/** Enters a session's cups, so that a mix knows where it was used. */
export const bookCups = (session: number, { plan, colour }: Snapshot): Promise<void> =>
  putCups(
    session,
    plan.cups.map((cup) => ({
      id: cup.id,
      mix: cup.mix,
      letter: cup.letter,
      version: colour.versions[String(cup.mix)] ?? null,
    })),
  );

/**
 * Baits shot of each version that the bench kept, by its number: those of draws made when the cup
 * stood just so.
 */
export async function baitsOfVersions(
  versions: KeptVersion[],
): Promise<Record<number, StateBaits[]>> {
  const out: Record<number, StateBaits[]> = {};
  for (const version of versions) {
    if (version.sessionId === null) continue;
    const state = await peek(version.sessionId);
    const cup =
      state &&
      [...state.cups.values()].find((cup) =>
        cup.keptMixes.some((keptMix) => keptMix.event === version.eventId),
      );
    if (state && cup)
      out[version.n] = baitsOfState(
        state,
        cup.key,
        cup.keptMixes.find((keptMix) => keptMix.event === version.eventId)!.upTo,
      );
  }
  return out;
}

/** Keeps a picture of a version of a mix: a swatch on the blade, a bait in the shade outdoors. */
export async function keepPicture(
  mix: number,
  count: number,
  what: string,
  bytes: Buffer,
): Promise<Result<{ id: number }>> {
  const kind = pictureKind(bytes);
  if (!kind) return noPicture();
  const id = await putPicture(mix, count, { kind, what: what.slice(0, 80), picture: bytes });
  return id === null ? missing('version') : ok({ id });
}
