import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { fold } from '@/core/session/index.ts';
import type { App } from './harness.ts';
import { ask, ownDatabase, serve } from './harness.ts';

let app: App;

before(async () => {
  app = await serve(await ownDatabase('causes'));
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});
const store = () => import('@/store/query.ts');

test('spares go by what each cavity gave: the sums are its marks’, trials apart, of the newest sessions', async () => {
  const { cavityRecord } = await import('@/store/cavityRecord.ts');
  const { rows } = await store();
  const marked = await rows(
    `SELECT s.mould_id AS mould, s.build, c.cavity, count(*) FILTER (WHERE c.grade = 'good')::int AS good,
            count(*)::int AS shot FROM shots s JOIN cavity_results c USING (session_id, shot)
      WHERE NOT s.trial AND s.marked_at IS NOT NULL
        AND s.session_id > (SELECT max(id) - 60 FROM sessions) GROUP BY 1, 2, 3 ORDER BY 1, 2, 3`,
  );
  assert.ok(marked.length > 50);
  const record = (await cavityRecord()).sort(
    (one, other) =>
      one.mould - other.mould || one.build.localeCompare(other.build) || one.cavity - other.cavity,
  );
  assert.deepEqual(record, marked);
});

test('yields are what each session’s own log folds to, however they are cut; trials are not counted', async () => {
  const { cutOf } = await import('@/service/yieldCut.ts');
  const { yields } = await import('@/service/yields.ts');
  const { rows } = await store();
  const own = await rows<{ mould_id: number; bait_id: number; build: string; id: number }>(
    `SELECT DISTINCT s.mould_id, s.bait_id, s.build, s.session_id AS id FROM shots s
      JOIN sessions n ON n.id = s.session_id WHERE n.status = 'finished' ORDER BY s.session_id DESC LIMIT 6`,
  );
  assert.ok(own.length > 1);
  for (const { mould_id: mould, bait_id: bait, build, id } of own) {
    const log = (await ask('GET', `${app.url}/api/sessions/${id}`)).body;
    const state = fold(log.snapshot, log.events);
    // What is not marked came good.
    const shots = [...state.shots.values()].filter(
      (shot) =>
        shot.mould === String(mould) &&
        shot.bait.id === bait &&
        shot.build.key === build &&
        !shot.trial &&
        shot.markedAt !== null,
    );
    const baits = shots.reduce((sum, { cavities }) => sum + cavities.size, 0);
    const bad = shots
      .flatMap(({ marks }) => [...marks.values()])
      .filter(({ grade }) => grade !== 'good').length;
    const { sessions, faults } = await yields({ mould, bait, build });
    const said = sessions.find(({ session }) => session === id);
    assert.deepEqual([said?.shot ?? 0, said?.good ?? 0], [baits, baits - bad]);
    assert.equal(
      faults.reduce((sum, { count }) => sum + count, 0),
      sessions.reduce((sum, { shot, good }) => sum + shot - good, 0),
    );
  }
  const all = await yields({});
  assert.ok(all.sessions.length >= own.length / 3);
  const none = await yields({ mould: 0 });
  assert.deepEqual([none.sessions, none.faults, none.mean], [[], [], 0]);
  const page = await (await fetch(`${app.url}/yields?mould=${own[0]!.mould_id}`)).text();
  assert.match(page, /did not come good/);

  // The cavity a fault mostly comes from is named, with as many as the record has.
  const seen = await rows<{ mould: number; fault: string; most: number }>(
    `SELECT mould, fault, max(count)::int AS most FROM (
       SELECT s.mould_id AS mould, coalesce(c.fault, 'not said') AS fault, count(*) AS count
         FROM cavity_results c JOIN shots s USING (session_id, shot)
        WHERE c.grade <> 'good' AND NOT s.trial AND s.marked_at IS NOT NULL
        GROUP BY 1, 2, c.cavity) each GROUP BY 1, 2`,
  );
  let cavities = 0;
  for (const mould of new Set(seen.map((of) => of.mould)))
    for (const { fault, mostly } of (await yields({ mould })).faults.filter((row) => row.mostly)) {
      cavities += 1;
      const most = seen.find((of) => of.mould === mould && of.fault === fault)!;
      assert.equal(mostly!.count, most.most, `${mould} ${fault}`);
    }
  assert.ok(cavities > 0, 'a cavity of the demo has gone bad');

  // Every way of cutting parts the whole: each bait is in one season, one cavity, one of each.
  const count = (of: { sessions: { shot: number }[] }) =>
    of.sessions.reduce((sum, { shot }) => sum + shot, 0);
  const one = { mould: own[0]!.mould_id };
  const whole = await yields(one);
  assert.equal(
    whole.cavities.reduce((sum, { shot }) => sum + shot, 0),
    count(whole),
  );
  const { choices } = whole;
  // Colours nobody has named are of no family.
  let named = 0;
  for (const { value } of choices.family) named += count(await yields({ ...one, family: value }));
  assert.equal(named + count(await yields({ ...one, colourway: 0 })), count(whole));
  assert.equal(count(await yields({ ...one, family: 'of no colour' })), 0);
  for (const key of [
    'season',
    'when',
    'cavity',
    'colourway',
    'build',
    'bait',
    'by',
    'heat',
    'metal',
    'place',
  ] as const) {
    let sum = 0;
    for (const { value } of choices[key])
      sum += count(
        await yields(cutOf(new URLSearchParams({ mould: String(one.mould), [key]: value }))),
      );
    assert.equal(sum, count(whole), key);
  }
  // A laminate is of two mixes, and of every bottle its plastisol may come out of: of each it is one.
  for (const key of ['mix', 'grade', 'plastisol', 'injector', 'block'] as const) {
    const counts = await Promise.all(
      choices[key].map(async ({ value }) =>
        count(await yields(cutOf(new URLSearchParams({ mould: String(one.mould), [key]: value })))),
      ),
    );
    const most = Math.max(...counts);
    assert.ok(most > 0 && most <= count(whole), key);
    assert.ok(counts.reduce((sum, one) => sum + one, 0) >= most, key);
  }
  assert.equal(
    whole.colours.reduce((sum, { shot }) => sum + shot, 0),
    count(whole),
  );
  const file = await fetch(`${app.url}/api/yields/cavities?mould=${one.mould}&season=`);
  assert.match(file.headers.get('content-type')!, /^text\/csv/);
  const lines = (await file.text()).trim().split('\n');
  assert.equal(lines[0], 'cavity,baits,good,usable');
  assert.equal(lines.length - 1, whole.cavities.length);
  assert.equal((await fetch(`${app.url}/api/yields/nothing`)).status, 404);
});

test('a window used is drawn into plans for that build, and put back; tests go into one plan only', async () => {
  const { mould } = (await ask('GET', `${app.url}/api/yields/causes?mould=1`)).body;
  const path = `${app.url}/api/catalogue/moulds/1`;
  const change = async (part: object, seen: string) => {
    const reply = await ask('PUT', path, { ...mould.spec, ...part }, { 'if-match': `"${seen}"` });
    assert.equal(reply.status, 200, JSON.stringify(reply.body));
    return reply.body.version as string;
  };
  const { wholeCatalogue, findEntry } = await import('@/service/catalogue.ts');
  const { draftPlan } = await import('@/core/plan/index.ts');
  const { DEFAULTS } = await import('../../scripts/demo/evening.ts');
  const draft = async () => {
    const shelf = await wholeCatalogue();
    const bait = shelf.baits.find(({ spec }) => spec.mouldIds[0] === 1)!;
    const want = {
      part: 1,
      line: 1,
      for: '',
      bait: bait.id,
      colourway: 1,
      count: 16,
      due: '2031-05-01',
    };
    return draftPlan(shelf, [want], DEFAULTS);
  };
  const before = (await draft()).jobs[0]!;
  const build = before.build.key;
  const tries = { low: 171, high: 175, shots: 2, hold: null, build: null, family: null };
  const version = await change({ windows: [{ build, low: 151, high: 157 }], tries }, mould.version);
  const plan = await draft();
  const tools = plan.jobs[0]!.tools.at(-1)!;
  assert.deepEqual([tools.window, tools.tries], [{ low: 151, high: 157 }, tries]);
  const saved = await ask('POST', `${app.url}/api/plans`, {
    name: 'To test',
    day: '2031-05-01',
    input: plan,
  });
  const opened = await ask('POST', `${app.url}/api/sessions`, {
    plan: saved.body.id,
    event: '6b1f2f7e-4f0d-4d35-8b6a-3c9d1e42abcd',
    at: Date.now(),
    by: 'bench',
  });
  assert.equal(opened.status, 201, JSON.stringify(opened.body));
  assert.equal((await findEntry('moulds', 1))!.spec.tries, null, 'they are in that session now');
  assert.equal((await draft()).jobs[0]!.tools.at(-1)!.tries, null);
  const now = (await ask('GET', `${app.url}/api/yields/causes?mould=1&build=${build}`)).body;
  assert.deepEqual(now.today.window, { low: 151, high: 157 });
  assert.notEqual(now.mould.version, version);
  await change({}, now.mould.version);
  assert.deepEqual((await draft()).jobs[0]!.tools.at(-1)!.window, before.tools.at(-1)!.window);
});

test('a cavity gone bad is a chore, closed with what was found, and held to what comes after', async () => {
  const { seenToOf } = await import('@/service/chores.ts');
  const list = async () =>
    (await ask('GET', `${app.url}/api/chores`)).body as { key: string; says: string }[];
  const chore = (await list()).find(({ key }) => key === 'cavity/1/6')!;
  assert.match(chore.says, /Cavity 6 .* has gone bad: \d+ of \d+ since/);
  const close = (found: string, key = chore.key) =>
    ask('POST', `${app.url}/api/chores`, { key, found });
  assert.match((await close(' ')).body.detail, /what you found/);
  assert.ok(
    (await list()).some(({ key }) => key === chore.key),
    'nothing was closed',
  );
  assert.equal((await close('The vent was full')).status, 201);
  assert.ok(!(await list()).some(({ key }) => key === chore.key));
  assert.equal((await close('Again')).status, 404);
  const [seen] = await seenToOf(1);
  assert.deepEqual(
    [seen!.found, seen!.after.shot, seen!.helped, seen!.bad! > 5],
    ['The vent was full', 0, null, true],
  );
  // As if it had been seen to before its last shots: what came after is held to what was.
  const { run } = await store();
  await run(`UPDATE chores SET closed_at = closed_at - interval '200 days', bad = 1, shot = 100`);
  const [later] = await seenToOf(1);
  assert.ok(later!.after.shot > 20 && later!.helped === false);
  const page = await (await fetch(`${app.url}/yields?mould=1`)).text();
  assert.match(page, /The vent was full/);
});
