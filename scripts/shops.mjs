// The two shops of one machine, the demo and one's own: each in a database of its own, one of them
// open.
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

export const SHOPS = ['demo', 'own'];
/** The database there was before there were two. */
const FIRST = 'twin_shot';
const FIRST_IS = {
  demo: { demo: FIRST, own: `${FIRST}_own` },
  own: { own: FIRST, demo: `${FIRST}_demo` },
};
/** What devices know a shop by: nothing for the first, so that what they kept before is still its. */
export const shopKeyOf = (database) => (database === FIRST ? '' : `-${database}`);
/** The shop an early demo was known by, before one was marked. */
const EARLY_DEMO = 'Slipway Baits, Skellan Haven';

const fileIn = (data) => join(data, 'shops.json');

/**
 * What was noted of the shops in a folder of data.
 * @returns {{open: 'demo' | 'own', databases: Record<'demo' | 'own', string>} | null} null before
 * the first start
 */
export const shopsIn = (data) =>
  existsSync(fileIn(data)) ? JSON.parse(readFileSync(fileIn(data), 'utf8')) : null;

/** The database of the shop that is open, for who comes while none is served. */
export function openDatabaseIn(data) {
  const noted = shopsIn(data);
  return noted ? noted.databases[noted.open] : FIRST;
}

function keep(data, shops) {
  mkdirSync(data, { recursive: true });
  writeFileSync(`${fileIn(data)}.part`, JSON.stringify(shops));
  renameSync(`${fileIn(data)}.part`, fileIn(data));
  return shops;
}

/** What lies in the database there was before: the demo, a shop of one's own, or nothing yet. */
function heldBy(psql) {
  const asked = (sql) => psql(FIRST, sql).stdout.trim();
  if (asked(`SELECT to_regclass('public.shop') IS NULL`) === 't') return null;
  const demo = asked(
    `SELECT coalesce(to_jsonb(shop)->>'demo', (settings->>'name' = '${EARLY_DEMO}')::text) FROM shop`,
  );
  return demo === '' ? null : demo === 'true' ? 'demo' : 'own';
}

/**
 * Which shop is opened by a start: the one asked for, the one that was open, or at the first start
 * the demo.
 * @param {'demo' | 'own' | undefined} asked
 * @param psql asks the cluster, as `cluster` gives it
 */
export function chosenShop(data, asked, psql) {
  const noted = shopsIn(data);
  if (noted) return keep(data, { ...noted, open: asked ?? noted.open });
  const first = heldBy(psql) ?? asked ?? 'demo';
  return keep(data, { open: asked ?? first, databases: FIRST_IS[first] });
}
