import type { InferAttributes } from 'sequelize';
import type { Kin, Mix } from '@/core/material/index.ts';
import { joinedTo, MixSchema } from '@/core/material/index.ts';
import type { BenchEvent } from '@/core/session/index.ts';
import { shelf } from './catalogue.ts';
import type { MixPicture, MixVersion } from './models/records.ts';
import { row, rows, run } from './query.ts';
import { tables } from './tables.ts';

/** A version of a mix: where it was kept from, at the bench or at the desk. */
export type KeptVersion = Omit<InferAttributes<MixVersion>, 'mixId' | 'number' | 'spec'> & {
  n: number;
  spec: Mix;
};
const MOST = 200;

/** A mix as it was, the newest version first. */
export const versionsOf = async (mixId: number): Promise<KeptVersion[]> =>
  (
    await tables().MixVersion.findAll({
      attributes: ['number', 'at', 'spec', 'sessionId', 'cup', 'eventId'],
      where: { mixId },
      order: [['number', 'DESC']],
      limit: MOST,
      raw: true,
    })
  ).map(({ number, ...version }) => ({
    ...version,
    n: number,
    spec: MixSchema.parse(version.spec),
  }));

/** Keeps a mix as its next version, when it differs from the last; gives the number it has now. */
export async function keepVersion(
  mix: number,
  spec: Mix,
  from: { session: number; event: string; cup: string } | null = null,
): Promise<number> {
  // Whoever saves the same mix at once waits here: numbers follow one another.
  await row('SELECT id FROM mixes WHERE id = $1 FOR UPDATE', [mix]);
  const kept = await row<{ n: number }>(
    `INSERT INTO mix_versions (mix_id, n, spec, session_id, event_id, cup)
     SELECT $1, coalesce(max(n), 0) + 1, $2::jsonb, $3, $4, $5 FROM mix_versions WHERE mix_id = $1
     HAVING NOT EXISTS (SELECT 1 FROM mix_versions l WHERE l.mix_id = $1 AND l.n = (SELECT max(n)
     FROM mix_versions WHERE mix_id = $1) AND l.spec = $2::jsonb)
     RETURNING n`,
    [mix, JSON.stringify(spec), from?.session ?? null, from?.event ?? null, from?.cup ?? null],
  );
  return (
    kept?.n ??
    (await row<{ n: number }>('SELECT max(n) AS n FROM mix_versions WHERE mix_id = $1', [mix]))!.n
  );
}

/** A version stands as it was made; a mix has changed. */
const CHANGED = { mixes: 'updated_at = clock_timestamp(), ', mix_versions: '' } as const;
/**
 * Recipes, and their versions, that have a material in them know it by its number and say it by
 * the name it has now; what they named by words alone is joined to it. Amounts stand as they were.
 * @param words names that were and are this material's
 */
export async function joinMixes(material: number, name: string, words: string[]): Promise<void> {
  const own = `(i->>'materialId')::int = $1
    OR (NOT i ? 'materialId' AND lower(trim(i->>'what')) = ANY($3::text[]))`;
  for (const table of ['mixes', 'mix_versions'] as const)
    await run(
      `UPDATE ${table} SET ${CHANGED[table]}spec = jsonb_set(spec, '{ladder}', (SELECT jsonb_agg(
         CASE WHEN ${own} THEN i || jsonb_build_object('materialId', $1::int, 'what', $2::text)
         ELSE i END ORDER BY place)
         FROM jsonb_array_elements(spec->'ladder') WITH ORDINALITY ladder(i, place)))
       WHERE EXISTS (SELECT 1 FROM jsonb_array_elements(spec->'ladder') i WHERE ${own})`,
      [material, name, words.map((word) => word.toLowerCase())],
    );
}

/** A name no mix has yet: the one asked for, or it with a number. */
async function freeName(name: string): Promise<string> {
  const like = await rows<{ name: string }>(
    'SELECT lower(name) AS name FROM mixes WHERE starts_with(lower(name), lower($1))',
    [name],
  );
  const taken = new Set(like.map((mix) => mix.name));
  for (let count = 1; ; count++) {
    const tried = count === 1 ? name : `${name} ${count}`;
    if (!taken.has(tried.toLowerCase())) return tried;
  }
}

/**
 * Keeps what a bench says really went into a cup: the next version of its mix, or a mix that
 * branched off it. The same event again changes nothing; a mix that is gone meanwhile is made anew
 * rather than lost.
 */
export async function keepFromBench(benchEvent: BenchEvent<'mixKept'>): Promise<void> {
  if (await row('SELECT 1 AS x FROM mix_versions WHERE event_id = $1', [benchEvent.id])) return;
  const cup = await tables().SessionCup.findOne({
    where: { sessionId: benchEvent.session, cupId: benchEvent.payload.cup },
  });
  // A cup the session has no row for comes from a log that knew it by its mix.
  const mix = cup?.mixId ?? Number(benchEvent.payload.cup);
  const from = {
    session: benchEvent.session,
    event: benchEvent.id,
    cup: cup?.letter ?? benchEvent.payload.cup,
  };
  const parent = await row<{ n: number }>(
    `SELECT coalesce((SELECT version FROM session_cups WHERE session_id = $2 AND cup_id = $3),
      (SELECT max(n) FROM mix_versions WHERE mix_id = $1), 1) AS n FROM mixes WHERE id = $1 FOR UPDATE`,
    [mix, benchEvent.session, benchEvent.payload.cup],
  );
  if (benchEvent.payload.as === 'version' && parent) {
    const held = (await row<{ name: string }>('SELECT name FROM mixes WHERE id = $1', [mix]))!;
    const spec = { ...joinedTo(benchEvent.payload.mix, await shelf()), name: held.name };
    await keepVersion(mix, spec, from);
    await run('UPDATE mixes SET spec = $2::jsonb, updated_at = now() WHERE id = $1', [
      mix,
      JSON.stringify(spec),
    ]);
    return;
  }
  const name = await freeName(benchEvent.payload.name);
  const spec = { ...joinedTo(benchEvent.payload.mix, await shelf()), name };
  const made = (await row<{ id: number }>(
    'INSERT INTO mixes (name, spec, parent_id, parent_n) VALUES ($1, $2::jsonb, $3, $4) RETURNING id',
    [name, JSON.stringify(spec), parent ? mix : null, parent?.n ?? null],
  ))!;
  await keepVersion(made.id, spec, from);
}

/** The mix a bench's act was kept as, as it is now; null where the act has not come. */
export const mixKeptBy = async (event: string): Promise<{ id: number; spec: Mix } | null> => {
  const mix = await row<{ id: number; spec: unknown }>(
    'SELECT m.id, m.spec FROM mixes m JOIN mix_versions v ON v.mix_id = m.id WHERE v.event_id = $1',
    [event],
  );
  return mix && { id: mix.id, spec: MixSchema.parse(mix.spec) };
};

/** The newest version of each mix that is just as given; what no version is, has none. */
export async function versionsAs(mixes: { id: number; spec: Mix }[]): Promise<Map<number, number>> {
  const found = await rows<{ id: number; n: number }>(
    `SELECT v.mix_id AS id, max(v.n) AS n FROM jsonb_to_recordset($1::jsonb) AS m(id int, spec jsonb)
     JOIN mix_versions v ON v.mix_id = m.id AND v.spec = m.spec GROUP BY 1`,
    [JSON.stringify(mixes.map(({ id, spec }) => ({ id, spec })))],
  );
  return new Map(found.map(({ id, n }) => [id, n]));
}
/**
 * Notes the cups of a session: what each is meant to become, and from which version. One that was
 * meant for nothing yet may come to be meant for a mix.
 */
export async function putCups(
  sessionId: number,
  cups: { id: string; mix: number; letter: string; version: number | null }[],
): Promise<void> {
  await tables().SessionCup.bulkCreate(
    cups.map(({ id, mix, letter, version }) => ({
      sessionId,
      cupId: id,
      mixId: mix,
      letter,
      version,
    })),
    { updateOnDuplicate: ['mixId'] },
  );
}
/** Takes back the note of cups that stand on the bench no more. */
export async function dropCups(sessionId: number, ids: string[]): Promise<void> {
  await tables().SessionCup.destroy({ where: { sessionId, cupId: ids } });
}

export interface MixUse {
  session: number;
  name: string;
  at: Date;
  letter: string;
  version: number | null;
  /** baits shot that evening of colourways it is in, and how many came good */
  shot: number;
  good: number;
}
/** Evenings a mix stood in a cup, the newest first. */
export const usesOf = (mix: number): Promise<MixUse[]> =>
  rows(
    `SELECT s.id AS session, s.name, s.opened_at AS at, c.letter, c.version, coalesce(sum(h.good +
      h.usable + h.second), 0)::int AS shot, coalesce(sum(h.good), 0)::int AS good
     FROM (SELECT session_id, string_agg(letter, ', ' ORDER BY letter) AS letter, max(version) AS
      version FROM session_cups WHERE mix_id = $1 GROUP BY session_id) c
     JOIN sessions s ON s.id = c.session_id
     LEFT JOIN shots h ON h.session_id = s.id AND NOT h.trial AND h.makes = 'bait' AND
     h.colourway_id IN (SELECT w.id FROM colourways w, jsonb_each(w.spec->'layers') l WHERE
     l.value = to_jsonb($1::int))
     WHERE s.status <> 'new' GROUP BY s.id, s.name, s.opened_at, c.letter,
     c.version ORDER BY s.id DESC LIMIT 12`,
    [mix],
  );

/** A mix's whole family: whatever it branched off, and whatever branched off that. */
export const familyOf = (mix: number): Promise<Kin[]> =>
  rows(
    `WITH RECURSIVE up AS (SELECT id, parent_id FROM mixes WHERE id = $1 UNION SELECT m.id,
      m.parent_id FROM mixes m JOIN up ON m.id = up.parent_id),
       tree AS (SELECT id FROM up WHERE parent_id IS NULL UNION SELECT m.id FROM mixes m JOIN tree
       t ON m.parent_id = t.id)
     SELECT m.id, m.name, m.spec->>'colour' AS colour, m.parent_id, m.parent_n, (SELECT max(p.id)
     FROM mix_pictures p WHERE p.mix_id = m.id) AS picture FROM mixes m JOIN tree USING (id) ORDER
     BY m.id LIMIT 100`,
    [mix],
  );

export type PictureNote = Pick<MixPicture, 'id' | 'version' | 'at' | 'kind' | 'what'>;
export const picturesOf = (mixId: number): Promise<PictureNote[]> =>
  tables().MixPicture.findAll({
    attributes: ['id', 'version', 'at', 'kind', 'what'],
    where: { mixId },
    order: [
      ['version', 'DESC'],
      ['id', 'DESC'],
    ],
    limit: 60,
    raw: true,
  });
/** Keeps a picture of a version; null where there is no such version. */
export async function putPicture(
  mixId: number,
  version: number,
  { kind, what, picture }: { kind: string; what: string; picture: Buffer },
): Promise<number | null> {
  if ((await tables().MixVersion.count({ where: { mixId, number: version } })) === 0) return null;
  return (await tables().MixPicture.create({ mixId, version, kind, what, picture })).id;
}
export const pictureBytes = (id: number): Promise<Pick<MixPicture, 'kind' | 'picture'> | null> =>
  tables().MixPicture.findByPk(id, { attributes: ['kind', 'picture'], raw: true });

/** The bait a colourway was shot as most, else the one it was last ordered on. */
export const usualBait = async (colourway: number): Promise<number | null> =>
  (
    await row<{ bait: number }>(
      'SELECT bait_id AS bait FROM shots WHERE colourway_id = $1 GROUP BY bait_id ORDER BY count(*) DESC LIMIT 1',
      [colourway],
    )
  )?.bait ??
  (
    await row<{ bait: number }>(
      'SELECT bait_id AS bait FROM line_parts WHERE colourway_id = $1 ORDER BY id DESC LIMIT 1',
      [colourway],
    )
  )?.bait ??
  null;
