/**
 * Things are known by their numbers: what a recipe has in it, moulds whose inserts another takes,
 * and what lessons are of. Another name takes nothing out of a mix, and forgets nothing.
 */
const mixes = (table: string): string => `
    UPDATE ${table} SET spec = jsonb_set(spec, '{ladder}', (SELECT jsonb_agg(
      CASE WHEN m.id IS NULL THEN i
      ELSE i || jsonb_build_object('materialId', m.id, 'what', m.name) END ORDER BY place)
      FROM jsonb_array_elements(spec->'ladder') WITH ORDINALITY ladder(i, place)
      LEFT JOIN LATERAL (SELECT id, name FROM materials
        WHERE lower(name) = lower(trim(i->>'what')) ORDER BY id LIMIT 1) m ON true))
    WHERE jsonb_array_length(spec->'ladder') > 0;`;

/** Takes of the first slice are a mould's name alone. */
const takes = `
    UPDATE moulds SET spec = jsonb_set(spec, '{takes}', (SELECT jsonb_agg(
      CASE WHEN m.id IS NULL THEN t
      ELSE (CASE WHEN jsonb_typeof(t) = 'string' THEN jsonb_build_object('mould', t) ELSE t END)
        || jsonb_build_object('mouldId', m.id) END ORDER BY place)
      FROM jsonb_array_elements(spec->'takes') WITH ORDINALITY takes(t, place)
      LEFT JOIN LATERAL (SELECT id FROM moulds other
        WHERE other.name = coalesce(t->>'mould', t#>>'{}') ORDER BY id LIMIT 1) m ON true))
    WHERE jsonb_array_length(spec->'takes') > 0;`;

/** Keys are kind/thing/constant; a probe's has no constant. */
const lessons = (table: string, kind: string, things: string): string => {
  const constant = kind === 'probe' ? "''" : "substring(key FROM '/[a-z]+$')";
  return `
    UPDATE ${table} SET key = '${kind}/' || thing.id || ${constant}
    FROM ${things} thing
    WHERE key = '${kind}/' || thing.name || ${constant};`;
};

const KINDS = { mould: 'moulds', cup: 'vessels', probe: 'devices' };

export default {
  name: '16-ids',
  sql: [
    ...['mixes', 'mix_versions'].map(mixes),
    takes,
    ...['lessons', 'lesson_keys'].flatMap((table) =>
      Object.entries(KINDS).map(([kind, things]) => lessons(table, kind, things)),
    ),
  ].join('\n'),
};
