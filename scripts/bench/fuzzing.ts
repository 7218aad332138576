// Hostile requests at every endpoint, alone and as every role: `npm run bench -- fuzz [how many]
// [seed]`.
import { readFileSync } from 'node:fs';
import { seeded } from '../../src/core/chance.ts';
import { AppProcess } from '../appProcess.ts';
import { build, finished, freePort, join, root, tsx } from '../lib.mjs';
import { cluster } from '../postgres.mjs';
import { ENDPOINTS, PAGES } from './endpoints.ts';
import { fuzz } from './fuzz.ts';

/** MB of memory a process holds now. */
const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000;

const COUNT = Number(process.argv[2] ?? 50_000);
const SEED = Number(process.argv[3] ?? 7);
const ROLES = ['owner', 'maker', 'packer', 'looker-on'] as const;
const SECRET = 'nine wet oilskins';
const dist = join(root, '.test', 'dist');
build(dist);
const own = await cluster(`fuzz-${process.pid}`);
const apps: AppProcess[] = [];

async function begun(told: Record<string, string>): Promise<AppProcess> {
  const app = new AppProcess(dist, own.url, await freePort(), told);
  apps.push(app);
  await app.begin();
  return app;
}
const post = (url: string, body: unknown, cookie = '') =>
  fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...(cookie && { cookie }) },
    body: JSON.stringify(body),
  });
const cookieOf = (reply: Response): string => reply.headers.getSetCookie()[0]!.split(';')[0]!;

/** Where requests come from: nobody on the machine alone; each role and a tablet on the network. */
async function senders(): Promise<{ who: string; url: string; cookie: string }[]> {
  const alone = await begun({});
  for (const role of ROLES)
    await post(`${alone.url}/api/people`, { name: `Ada ${role}`, role, secret: SECRET });
  const signed = await begun({ TWIN_SHOT_SIGN_IN: 'always' });
  const out = [
    { who: 'alone', url: alone.url, cookie: '' },
    { who: 'nobody', url: signed.url, cookie: '' },
  ];
  for (const role of ROLES)
    out.push({
      who: role,
      url: signed.url,
      cookie: cookieOf(
        await post(`${signed.url}/api/sign-in`, { name: `Ada ${role}`, secret: SECRET }),
      ),
    });
  const { code } = (await (
    await post(`${signed.url}/api/pairings`, {}, out[2]!.cookie)
  ).json()) as { code: string };
  out.push({
    who: 'tablet',
    url: signed.url,
    cookie: cookieOf(await post(`${signed.url}/api/pair`, { code, name: 'tablet' })),
  });
  return out;
}

try {
  await finished(tsx('scripts/bench/faults/prepare.ts', [], { DATABASE_URL: own.url }));
  const all = await senders();
  const chance = seeded(SEED);
  const endpoints = [...Object.values(ENDPOINTS), ...PAGES];
  // Who signs himself out, or takes himself out, tries nothing more: those are tried where nobody
  // signs in.
  const ENDS = /^(sign-out|people|tablets|pairings)/;
  const asRoles = [
    ...Object.entries(ENDPOINTS).flatMap(([file, endpoint]) => (ENDS.test(file) ? [] : [endpoint])),
    ...PAGES,
  ];
  const memory: number[][] = [];
  const failed: string[] = [];
  const each = Math.ceil(COUNT / all.length);
  // Warm first: what is remembered once is no leak.
  for (const { who, url, cookie } of all)
    await fuzz(url, {
      endpoints: who === 'alone' ? endpoints : asRoles,
      chance,
      count: 200,
      cookie,
    });
  const before = apps.map((app) => memoryOf(app.pid!));
  for (const { who, url, cookie } of all) {
    const done = await fuzz(url, {
      endpoints: who === 'alone' ? endpoints : asRoles,
      chance,
      count: each,
      cookie,
    });
    memory.push(apps.map((app) => Math.round(memoryOf(app.pid!))));
    failed.push(...done.failed.map((fault) => `${who}: ${fault}`));
    console.log(
      `${who.padEnd(10)} ${each} requests: ${Object.entries(done.statuses)
        .map(([status, count]) => `${status} × ${count}`)
        .join(', ')}`,
    );
  }
  console.log(
    JSON.stringify(
      {
        seed: SEED,
        requests: each * all.length,
        failed,
        'memory MB before': before.map(Math.round),
        'after each': memory,
      },
      null,
      1,
    ),
  );
  process.exitCode = failed.length === 0 ? 0 : 1;
} finally {
  await Promise.all(apps.map((app) => app.stop()));
  own.remove();
}
process.exit();
