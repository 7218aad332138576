import * as z from 'zod';
import type { Grade, Material, Mix } from '@/core/material/index.ts';
import type { Plastic } from '@/core/plastic/index.ts';
import { asMix, isKnown, nobodyKnows } from '@/core/plastic/index.ts';
import { shelf } from '@/store/catalogue.ts';
import { inTransaction } from '@/store/query.ts';
import type { Tub, TubMoveRow } from '@/store/tubs.ts';
import {
  cupsHeld,
  hasMoved,
  lockTub,
  movesOfTubs,
  newestTubPicture,
  putTubPicture,
  tubNamed,
  tubPictureIds,
  tubsHeld,
} from '@/store/tubs.ts';
import { noPicture, pictureKind } from './pictures.ts';
import { contentOf, moveTubBy } from './tubContent.ts';
import { TubSaidSchema } from './tubSaid.ts';
import type { Result } from './result.ts';
import { checked, missing, ok, problem } from './result.ts';

/** A tub with what it holds by its moves, and how it looks. */
export interface TubHeld extends Pick<Tub, 'id' | 'name' | 'kind' | 'salted' | 'flaked' | 'note'> {
  grade: Grade;
  plastic: Plastic;
  /** its make-up as a mix, for a US cup */
  mix: Mix;
  /** its colour is reckoned from what is in it, not said */
  reckoned: boolean;
  moves: TubMoveRow[];
  /** number of its newest photograph */
  picture: number | null;
}

/** What nobody said of a colour is drawn as (no plastic anybody has). */
const NO_COLOUR = '#8a8f7a';

/** Moves of a tub that are shown with it: the latest. */
const SHOWN = 8;

function heldBy(
  { tub, plastic, picture }: { tub: Tub; plastic: Plastic; picture: number | null },
  moves: TubMoveRow[],
  materials: readonly Material[],
): TubHeld {
  const { id, name, kind, salted, flaked, note } = tub;
  const grade = tub.grade as Grade;
  const mix = asMix(plastic, { name, grade, colour: tub.colour ?? NO_COLOUR }, materials);
  return {
    ...{ id, name, kind, salted, flaked, note, grade, plastic, mix, moves, picture },
    reckoned: isKnown(plastic) && plastic.holds.length > 0,
  };
}

/** Every tub, and every cup left standing, with what is in it and the last that was done with it. */
export async function tubs(): Promise<TubHeld[]> {
  const [all, materials] = await Promise.all([tubsHeld(), shelf()]);
  const [contents, moves, pictures] = await Promise.all([
    Promise.all(all.map(contentOf)),
    movesOfTubs(
      all.map(({ id }) => id),
      SHOWN,
    ),
    tubPictureIds(),
  ]);
  return all.map((tub, at) =>
    heldBy(
      { tub, plastic: contents[at]!, picture: pictures.get(tub.id) ?? null },
      moves.filter((move) => move.tub_id === tub.id),
      materials,
    ),
  );
}

/** Cups left standing: what each is called, and g in it. */
export const cupsLeft = async (): Promise<{ name: string; grams: number }[]> =>
  Promise.all(
    (await cupsHeld()).map(async (cup) => ({
      name: cup.name,
      grams: (await contentOf(cup)).grams,
    })),
  );

/** Keeps a photograph of a tub. */
export async function keepTubPicture(id: number, bytes: Buffer): Promise<Result<{ id: number }>> {
  const kind = pictureKind(bytes);
  if (!kind) return noPicture();
  const made = await putTubPicture(id, { kind, picture: bytes });
  return made === null ? missing('tub') : ok({ id: made });
}
export const tubPicture = newestTubPicture;

const cause = z.uuid();
const BroughtSchema = TubSaidSchema.extend({
  grams: z
    .number('How many grams?')
    .positive('Weigh the pile: it weighs something.')
    .max(100_000, 'A pile of over 100 kg is weighed in parts.'),
  cause,
});

/** Pucks or torn baits from outside: a new tub, or more into one there is. */
export async function bringIn(raw: unknown): Promise<Result<{ id: number }>> {
  const read = checked(BroughtSchema, raw);
  if (!read.ok) return read;
  const { grams, cause: id, ...said } = read.value;
  return inTransaction(async () => {
    const tub = await tubNamed({ ...said, kind: 'tub' });
    await moveTubBy(
      tub.id,
      { grams, what: 'brought in', plastic: nobodyKnows(grams) },
      { id, at: Date.now(), session: null },
    );
    return ok({ id: tub.id });
  });
}

const MovedSchema = z.discriminatedUnion('what', [
  z.object({ what: z.literal('thrown away'), grams: z.number().positive(), cause }),
  z.object({
    what: z.literal('weighed'),
    /** what it weighs in all */
    grams: z.number().min(0).max(1_000_000),
    cause,
  }),
]);
/** Thrown away, or weighed again: the ledger says what is so. */
export async function moveTub(id: number, raw: unknown): Promise<Result<{ grams: number }>> {
  const read = checked(MovedSchema, raw);
  if (!read.ok) return read;
  const { what, grams, cause: by } = read.value;
  return inTransaction(async () => {
    const tub = await lockTub(id);
    if (!tub) return missing('tub');
    // Sent again, it has had its effect.
    if (await hasMoved(id, by)) return ok({ grams: tub.grams });
    if (what === 'thrown away' && grams > tub.grams + 1e-6)
      return problem(
        409,
        'too-many',
        `There are ${Math.round(tub.grams)} g in it. Nothing was taken out.`,
        'grams',
      );
    const change = what === 'weighed' ? grams - tub.grams : -grams;
    if (Math.abs(change) > 1e-9)
      await moveTubBy(id, { grams: change, what }, { id: by, at: Date.now(), session: null });
    return ok({ grams: tub.grams + change });
  });
}
