import { chromium } from '@playwright/test';
import { byPointer, follow, open, stepOf, mainSays } from '../tests/browser/steps.ts';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const [session, w, h, ground] = process.argv.slice(2);
const c = await b.newContext({ viewport: { width: Number(w ?? 1280), height: Number(h ?? 800) }, baseURL: 'http://127.0.0.1:4310', timezoneId: 'Europe/London' });
await c.addCookies([{ name: 'ground', value: ground ?? 'paper', url: 'http://127.0.0.1:4310' }]);
const p = await c.newPage();
p.on('pageerror', (e) => console.log('ERR', String(e)));
await p.clock.install({ time: new Date() });
await open(p, `/bench/${session}`);
const hands = byPointer(p);
const seen = new Map<string, number>();
for (let i = 0; i < 170; i++) {
  if ((await p.locator('[data-main]').count()) === 0) break;
  const step = (await stepOf(p)) ?? '';
  const text = ((await p.locator('[data-step]').textContent()) ?? '').replace(/\s+/g, ' ');
  const kind = step + (/hot when the mould is ready/.test(text) ? '-early' : '') + (/ again: metal/.test(text) ? '-again' : '') + (/microwave, stir;/.test(text) ? '-ovens' : '');
  const n = seen.get(kind) ?? 0;
  seen.set(kind, n + 1);
  if (n === 0 && /readRoom|readMould|warmMould|match|draw/.test(kind)) {
    await p.screenshot({ path: `/tmp/pics/by-${session}-${kind}.png` });
    console.log(kind, '|', text.slice(0, 230), '|', (await mainSays(p)).slice(0, 40));
  }
  let once = 0;
  await follow(p, hands, { until: () => once++ > 0 }).catch((e) => console.log('FOLLOW', String(e).slice(0, 160)));
}
console.log([...seen].map(([k, n]) => `${k} ${n}`).join(', '));
console.log(await p.locator('body').innerText().then((t) => t.slice(0, 400).replace(/\n/g, ' / ')));
await p.screenshot({ path: `/tmp/pics/by-${session}-end.png` });
await b.close();
