import type { Endpoint } from './hostile.ts';

const ORDER = {
  customer: 'Lantern Quay Angling',
  note: '',
  lines: [
    { name: '', pack: 6, promised: '2031-05-01', parts: [{ bait: 1, colourway: 1, count: 12 }] },
  ],
};
const EVENT = {
  id: '6b1f2f7e-4f0d-4d35-8b6a-3c9d1e42aaaa',
  session: 1,
  at: 1_790_000_000_000,
  by: 'bench',
  v: 1,
  kind: 'reading',
  payload: { target: { kind: 'cup', key: '1' }, celsius: 160, stage: null, from: 'typed' },
};
const NOTE = {
  ...EVENT,
  id: '6b1f2f7e-4f0d-4d35-8b6a-3c9d1e42bbbb',
  kind: 'noted',
  payload: { mould: '1', text: 'a note' },
};
const VESSEL = { name: 'Small cup', bore: 80, volume: 500, spoutless: false };
const MIX = {
  name: 'Kelp tea',
  colour: '#886622',
  grade: 'soft',
  ladder: [{ what: 'Amber', kind: 'pigment', amount: 10, dimension: 'drops', when: 'clear' }],
};
const PERSON = { name: 'Ada', role: 'maker', secret: 'nine wet oilskins', pin: '4711' };
const PLAN = { name: 'Tonight', day: '2031-05-01', input: { jobs: [], cups: [], settings: {} } };

/**
 * Every endpoint there is, by the file it stands in: the fuzz walks them all, and a test that none
 * was forgotten.
 */
export const ENDPOINTS: Record<string, Endpoint> = {
  'bundle.ts': { path: '/api/bundle', methods: { GET: null } },
  'calendar/[key].ics.ts': {
    path: '/api/calendar/6b1f2f7e-4f0d-4d35-8b6a-3c9d1e42dddf.ics',
    methods: { GET: null },
  },
  'catalogue/[list]/[id]/index.ts': {
    path: '/api/catalogue/{id}/{id}',
    methods: { GET: null, PUT: VESSEL, DELETE: {} },
  },
  'catalogue/[list]/[id]/back.ts': { path: '/api/catalogue/{id}/{id}/back', methods: { POST: {} } },
  'catalogue/[list]/index.ts': { path: '/api/catalogue/mixes', methods: { GET: null, POST: MIX } },
  'catalogue/index.ts': { path: '/api/catalogue', methods: { GET: null } },
  'colours/export.ts': {
    path: '/api/colours/export',
    methods: { GET: null },
    query: ['mix', 'way', 'as'],
  },
  'colours/import.ts': {
    path: '/api/colours/import',
    methods: {
      POST: { text: '{"format":"twin-shot-colours"}', choices: { 'mixes/Kelp tea': 'keep' } },
    },
  },
  'devices/[id]/binding.ts': {
    path: '/api/devices/{id}/binding',
    methods: { PUT: { session: 1, target: { kind: 'cup', key: '1' } } },
  },
  'devices/[id]/index.ts': { path: '/api/devices/{id}', methods: { DELETE: {} } },
  'devices/index.ts': {
    path: '/api/devices',
    methods: { GET: null, POST: { name: 'Probe', kind: 'thermometer' } },
  },
  'devices/readings.ts': {
    path: '/api/devices/readings',
    methods: { POST: { readings: [{ value: 160, at: 1_790_000_000_000 }] } },
  },
  'hand.ts': { path: '/api/hand', methods: { GET: null, POST: { person: 1, pin: '4711' } } },
  'health.ts': { path: '/api/health', methods: { GET: null } },
  'learned/index.ts': {
    path: '/api/learned',
    methods: { GET: null, POST: { key: 'air', act: 'lock' } },
  },
  'lines/[id]/moves.ts': {
    path: '/api/lines/{id}/moves',
    methods: {
      POST: {
        kind: 'packed',
        count: 1,
        cause: '6b1f2f7e-4f0d-4d35-8b6a-3c9d1e42cccc',
        why: 'miscounted',
      },
    },
  },
  'yields/[table].ts': {
    path: '/api/yields/sessions',
    methods: { GET: null },
    query: ['mould', 'build', 'season', 'cavity'],
  },
  'yields/causes.ts': {
    path: '/api/yields/causes',
    methods: { GET: null },
    query: ['mould', 'build', 'season'],
  },
  'chores.ts': {
    path: '/api/chores',
    methods: { GET: null, POST: { key: 'cavity/1/6', found: 'the vent was full' } },
  },
  'faults/[fault]/pictures.ts': {
    path: '/api/faults/short/pictures',
    methods: { GET: null, POST: {} },
    query: ['mould', 'cavity'],
  },
  'faults/pictures/[id].ts': { path: '/api/faults/pictures/{id}', methods: { GET: null } },
  'ahead.ts': { path: '/api/ahead', methods: { GET: null } },
  'materials/[id]/bottle.ts': {
    path: '/api/materials/{id}/bottle',
    methods: { POST: { is: 'damp' } },
  },
  'begin.ts': { path: '/api/begin', methods: { POST: { name: 'Own' } } },
  'learner.ts': { path: '/api/learner', methods: { POST: {} } },
  'find.ts': { path: '/api/find', methods: { GET: null }, query: ['q'] },
  'shops.ts': { path: '/api/shops', methods: { GET: null, POST: { open: 'neither' } } },
  'metrics.ts': { path: '/api/metrics', methods: { GET: null } },
  'mixes/[id]/pictures.ts': {
    path: '/api/mixes/{id}/pictures',
    methods: { POST: {} },
    query: ['n', 'what'],
  },
  'mixes/kept/[event].ts': {
    path: '/api/mixes/kept/6b1f2f7e-4f0d-4d35-8b6a-3c9d1e42dddd',
    methods: { GET: null },
  },
  'orders/[id]/index.ts': {
    path: '/api/orders/{id}',
    methods: { GET: null, PUT: ORDER, DELETE: {} },
  },
  'orders/[id]/back.ts': { path: '/api/orders/{id}/back', methods: { POST: {} } },
  'orders/file.ts': {
    path: '/api/orders/file',
    methods: {
      GET: null,
      POST: {
        text: 'customer,bait,colourway,count,promised\nA,Slip eel 95,Lamp oil,12,2031-05-01\n',
        take: false,
      },
    },
  },
  'orders/index.ts': { path: '/api/orders', methods: { GET: null, POST: ORDER }, query: ['after'] },
  'pair.ts': { path: '/api/pair', methods: { POST: { code: '12345678', name: 'by the window' } } },
  'pairings.ts': { path: '/api/pairings', methods: { POST: {} } },
  'people/[id].ts': { path: '/api/people/{id}', methods: { PUT: PERSON, DELETE: {} } },
  'people/index.ts': { path: '/api/people', methods: { GET: null, POST: PERSON } },
  'pictures/[id].ts': { path: '/api/pictures/{id}', methods: { GET: null } },
  'plans/[id]/index.ts': {
    path: '/api/plans/{id}',
    methods: { GET: null, PUT: PLAN, DELETE: {} },
  },
  'plans/[id]/back.ts': { path: '/api/plans/{id}/back', methods: { POST: {} } },
  'plans/[id]/ticks.ts': { path: '/api/plans/{id}/ticks', methods: { PUT: { ticks: ['a'] } } },
  'plans/index.ts': { path: '/api/plans', methods: { POST: PLAN } },
  'running.ts': { path: '/api/running', methods: { GET: null } },
  'sessions/[id]/events.ts': {
    path: '/api/sessions/1/events',
    methods: { GET: null, POST: { events: [EVENT, NOTE] } },
    query: ['after'],
  },
  'sessions/[id]/index.ts': { path: '/api/sessions/{id}', methods: { GET: null } },
  'sessions/index.ts': {
    path: '/api/sessions',
    methods: { POST: { plan: 1, event: EVENT.id, at: 1_790_000_000_000, by: 'bench' } },
  },
  'shop.ts': { path: '/api/shop', methods: { GET: null, PUT: { name: 'Shop' } } },
  'sign-in.ts': {
    path: '/api/sign-in',
    methods: { POST: { name: 'Ada', secret: 'nine wet oilskins' } },
  },
  'sign-out.ts': { path: '/api/sign-out', methods: { POST: { everywhere: true } } },
  'stock/inserts.ts': {
    path: '/api/stock/inserts',
    methods: {
      POST: {
        what: 'dropped',
        kind: 'tail:5:3',
        count: 1,
        cause: '6b1f2f7e-4f0d-4d35-8b6a-3c9d1e42dddf',
      },
    },
  },
  'stock/moves.ts': {
    path: '/api/stock/moves',
    methods: {
      POST: {
        what: 'sold',
        heap: { bait: 1, colourway: 1, build: 'dual', grade: 'good' },
        count: 1,
        cause: '6b1f2f7e-4f0d-4d35-8b6a-3c9d1e42dddd',
        why: 'at the door',
      },
    },
  },
  'tablets/[id].ts': { path: '/api/tablets/{id}', methods: { DELETE: {} } },
  'tubs/[id]/blends.ts': { path: '/api/tubs/{id}/blends', methods: { GET: null } },
  'tubs/[id]/index.ts': {
    path: '/api/tubs/{id}',
    methods: {
      GET: null,
      PUT: { name: 'Greens', colour: '#406040', salted: 'no', flaked: 'yes', note: '' },
      DELETE: {},
    },
  },
  'tubs/[id]/back.ts': { path: '/api/tubs/{id}/back', methods: { POST: {} } },
  'tubs/[id]/pictures.ts': {
    path: '/api/tubs/{id}/pictures',
    methods: { GET: null, POST: {} },
  },
  'tubs/[id]/moves.ts': {
    path: '/api/tubs/{id}/moves',
    methods: {
      POST: { what: 'weighed', grams: 100, cause: '6b1f2f7e-4f0d-4d35-8b6a-3c9d1e42eeee' },
    },
  },
  'tubs/index.ts': {
    path: '/api/tubs',
    methods: {
      GET: null,
      POST: {
        name: 'Torn baits',
        grams: 400,
        colour: '#406040',
        cause: '6b1f2f7e-4f0d-4d35-8b6a-3c9d1e42ffff',
      },
    },
  },
  'ways/[id]/bait.[ext].ts': {
    path: '/api/ways/{id}/bait.svg',
    methods: { GET: null },
    query: ['bait', 'view', 'over', 'cut', 'width'],
  },
};
/** Pages whose address or query says what they show. */
export const PAGES: Endpoint[] = [
  '/orders/{id}',
  '/plan/{id}',
  '/bench/{id}',
  '/sessions/{id}',
  '/sessions/{id}/record',
  '/moulds/{id}',
  '/moulds/{id}/change',
  '/moulds/castings/{id}',
  '/entry/{id}/{id}',
  '/builds/{id}',
  '/colours/mixes/{id}',
  '/colours/ways/{id}',
  '/colours/ways/{id}/card',
  '/history/{id}/{id}',
  '/tubs/{id}',
]
  .map((path) => ({
    path,
    methods: { GET: null },
    query: ['after', 'before', 'from', 'for', 'line', 'way', 'mix', 'copy'],
  }))
  .concat(
    [
      '/orders',
      '/orders/new',
      '/plan',
      '/plan/new',
      '/sessions',
      '/rack',
      '/rack/moves',
      '/yields',
      '/yields/why',
      '/yields/faults',
      '/tubs',
      '/builds/new',
      '/colours',
      '/colours/match',
      '/moulds/takes',
      '/moulds/new',
      '/heat',
      '/heat/learned',
      '/people',
      '/audit',
      '/machine',
      '/retired',
      '/sign-in',
      '/pair',
    ].map((path) => ({
      path,
      methods: { GET: null },
      query: ['after', 'before', 'from', 'for', 'line', 'way', 'mix', 'copy', 'lines', 'to'],
    })),
  );
