/**
 * Who may ask for what. `anyone` needs no sign-in: what signs in, and what brings a key of its own.
 */
export type Who = 'owner' | 'maker' | 'packer' | 'looker-on' | 'tablet' | 'anyone';
type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

const OWNER = ['owner'] as const;
const MAKERS = ['owner', 'maker'] as const;
const PACKERS = ['owner', 'maker', 'packer'] as const;
const PEOPLE = ['owner', 'maker', 'packer', 'looker-on'] as const;
const BENCH = ['owner', 'maker', 'tablet'] as const;
const SEES_BENCH = ['owner', 'maker', 'packer', 'looker-on', 'tablet'] as const;
const ANYONE = ['anyone'] as const;

const page = (who: readonly Who[]) => ({ GET: who });

/** Every page and endpoint, by its place in src/pages; what does not stand here is nobody's. */
export const MAY: Record<string, Partial<Record<Method, readonly Who[]>>> = {
  '/': page(SEES_BENCH),
  '/begin': page(OWNER),
  '/learn': page(PEOPLE),
  '/words': page(PEOPLE),
  '/sign-in': page(ANYONE),
  '/docs/problems': page(ANYONE),
  '/pair': page(ANYONE),
  '/people': page(OWNER),
  '/audit': page(OWNER),
  '/machine': page(PEOPLE),
  '/shop': page(PEOPLE),
  '/bench': page(SEES_BENCH),
  '/bench/[id]': page(SEES_BENCH),
  '/orders': page(PEOPLE),
  '/orders/new': page(MAKERS),
  '/orders/import': page(MAKERS),
  '/orders/[id]': page(PEOPLE),
  '/orders/[id]/change': page(MAKERS),
  '/yields': page(PEOPLE),
  '/yields/why': page(PEOPLE),
  '/yields/faults': page(PEOPLE),
  '/plan': page(PEOPLE),
  '/plan/ahead': page(PEOPLE),
  '/plan/new': page(MAKERS),
  '/plan/[id]': page(PEOPLE),
  '/rack': page(PEOPLE),
  '/rack/moves': page(PEOPLE),
  '/tubs': page(PEOPLE),
  '/tubs/[id]': page(MAKERS),
  '/sessions': page(PEOPLE),
  '/sessions/[id]': page(PEOPLE),
  '/sessions/[id]/record': page(PEOPLE),
  '/moulds': page(PEOPLE),
  '/moulds/new': page(MAKERS),
  '/moulds/takes': page(PEOPLE),
  '/moulds/castings': page(PEOPLE),
  '/moulds/castings/[id]': page(PEOPLE),
  '/moulds/[id]': page(PEOPLE),
  '/moulds/[id]/change': page(MAKERS),
  '/builds': page(PEOPLE),
  '/builds/new': page(MAKERS),
  '/builds/[id]': page(PEOPLE),
  '/injectors': page(PEOPLE),
  '/colours': page(PEOPLE),
  '/colours/match': page(PEOPLE),
  '/colours/import': page(MAKERS),
  '/colours/materials': page(PEOPLE),
  '/colours/mixes/[id]': page(PEOPLE),
  '/colours/ways/[id]': page(PEOPLE),
  '/colours/ways/[id]/card': page(PEOPLE),
  '/colours.schema.json': page(PEOPLE),
  '/entry/[list]/[id]': page(PEOPLE),
  '/history/[kind]/[id]': page(PEOPLE),
  '/retired': page(PEOPLE),
  '/heat': page(PEOPLE),
  '/heat/learned': page(PEOPLE),
  '/api/health': page(ANYONE),
  '/api/calendar/[key].ics': page(ANYONE),
  '/api/metrics': page(PEOPLE),
  '/api/begin': { POST: OWNER },
  '/api/bundle': page(OWNER),
  '/api/sign-in': { POST: ANYONE },
  '/api/sign-out': { POST: ANYONE },
  '/api/pair': { POST: ANYONE },
  '/api/find': page(PEOPLE),
  '/api/hand': { GET: BENCH, POST: BENCH },
  '/api/people': { GET: OWNER, POST: OWNER },
  '/api/people/[id]': { PUT: OWNER, DELETE: OWNER },
  '/api/pairings': { POST: OWNER },
  '/api/tablets/[id]': { DELETE: OWNER },
  '/api/ahead': { GET: PEOPLE },
  '/api/catalogue': page(SEES_BENCH),
  '/api/catalogue/[list]': { GET: PEOPLE, POST: MAKERS },
  '/api/catalogue/[list]/[id]': { GET: PEOPLE, PUT: MAKERS, DELETE: MAKERS },
  '/api/catalogue/[list]/[id]/back': { POST: MAKERS },
  '/api/colours/export': page(PEOPLE),
  '/api/colours/import': { POST: MAKERS },
  '/api/devices': { GET: SEES_BENCH, POST: OWNER },
  '/api/devices/[id]': { DELETE: OWNER },
  '/api/devices/[id]/binding': { PUT: BENCH },
  // By the instrument's own key.
  '/api/devices/readings': { POST: ANYONE },
  '/api/learner': { POST: MAKERS },
  '/api/learned': { GET: PEOPLE, POST: MAKERS },
  '/api/lines/[id]/moves': { POST: PACKERS },
  '/api/mixes/[id]/pictures': { POST: MAKERS },
  '/api/mixes/kept/[event]': { GET: SEES_BENCH },
  '/api/orders': { GET: PEOPLE, POST: MAKERS },
  '/api/orders/[id]': { GET: PEOPLE, PUT: MAKERS, DELETE: MAKERS },
  '/api/orders/[id]/back': { POST: MAKERS },
  '/api/orders/file': { GET: PEOPLE, POST: MAKERS },
  '/api/materials/[id]/bottle': { POST: MAKERS },
  '/api/pictures/[id]': page(PEOPLE),
  '/api/plans': { POST: MAKERS },
  '/api/plans/[id]': { GET: PEOPLE, PUT: MAKERS, DELETE: MAKERS },
  '/api/plans/[id]/back': { POST: MAKERS },
  '/api/plans/[id]/ticks': { PUT: MAKERS },
  '/api/running': page(SEES_BENCH),
  '/api/sessions': { POST: MAKERS },
  '/api/sessions/[id]': page(SEES_BENCH),
  '/api/sessions/[id]/events': { GET: SEES_BENCH, POST: BENCH },
  '/api/shop': { GET: PEOPLE, PUT: OWNER },
  '/api/shops': { GET: SEES_BENCH, POST: OWNER },
  '/api/stream': page(SEES_BENCH),
  '/api/yields/[table]': { GET: PEOPLE },
  '/api/yields/causes': { GET: PEOPLE },
  '/api/faults/[fault]/pictures': { GET: PEOPLE, POST: MAKERS },
  '/api/faults/pictures/[id]': page(PEOPLE),
  '/api/chores': { GET: PEOPLE, POST: MAKERS },
  '/api/stock/moves': { POST: PACKERS },
  '/api/stock/inserts': { POST: PACKERS },
  '/api/tubs': { GET: SEES_BENCH, POST: MAKERS },
  '/api/tubs/[id]': { GET: SEES_BENCH, PUT: MAKERS, DELETE: MAKERS },
  '/api/tubs/[id]/back': { POST: MAKERS },
  '/api/tubs/[id]/blends': { GET: SEES_BENCH },
  '/api/tubs/[id]/pictures': { GET: SEES_BENCH, POST: MAKERS },
  '/api/tubs/[id]/moves': { POST: MAKERS },
  '/api/ways/[id]/bait.[ext]': page(PEOPLE),
};

/**
 * Whether somebody may.
 * @param role null where nobody is known
 * @param route as Astro names it: its place in src/pages
 */
export function may(role: Exclude<Who, 'anyone'> | null, route: string, method: string): boolean {
  const who = MAY[route]?.[(method === 'HEAD' ? 'GET' : method) as Method] ?? [];
  return who.includes('anyone') || (role !== null && who.includes(role));
}

const LOOPBACK = /^(localhost|127(\.\d+){3}|::1)$/;

/**
 * Whether people sign in: not where the shop is alone on its own machine. Behind a proxy, which
 * reaches it on loopback for everybody, `TWIN_SHOT_SIGN_IN=always` says so.
 */
export const signInWanted = (env: Record<string, string | undefined>): boolean =>
  env.TWIN_SHOT_SIGN_IN === 'always' || !LOOPBACK.test(env.HOST ?? '127.0.0.1');
