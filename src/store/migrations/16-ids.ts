/** What a recipe has in it is a material by its number: a rename takes nothing out of it. */
const joined = (table: string): string => `
    UPDATE ${table} SET spec = jsonb_set(spec, '{ladder}', (SELECT jsonb_agg(
      CASE WHEN m.id IS NULL THEN i
      ELSE i || jsonb_build_object('materialId', m.id, 'what', m.name) END ORDER BY place)
      FROM jsonb_array_elements(spec->'ladder') WITH ORDINALITY ladder(i, place)
      LEFT JOIN LATERAL (SELECT id, name FROM materials
        WHERE lower(name) = lower(trim(i->>'what')) ORDER BY id LIMIT 1) m ON true))
    WHERE jsonb_array_length(spec->'ladder') > 0;`;

export default { name: '16-ids', sql: ['mixes', 'mix_versions'].map(joined).join('\n') };
