// npm test: installs what is missing and runs everything. `npm test -- unit` (or check, api, browser) runs one part.
import './node.mjs';
import { mkdirSync, readdirSync } from 'node:fs';
import { answers, build, ensureDebian, ensurePackages, existsSync, finished, freePort, join, must, root, say, start, tsx } from './lib.mjs';
import { cluster } from './postgres.mjs';

const only = process.argv[2];
const wants = (part) => !only || only === part;
const dist = join(root, '.test', 'dist');
const began = Date.now();
const node = (file, ...args) => must(process.execPath, [join(root, 'node_modules', file), ...args]);
const named = process.argv.slice(3);
const files = (folder) => readdirSync(join(root, 'tests', folder)).filter((f) => f.endsWith('.test.ts') && (named.length === 0 || named.some((n) => f.includes(n)))).map((f) => join('tests', folder, f));
const part = (name) => say(`\n— ${name} (${Math.round((Date.now() - began) / 1000)} s) —`);

ensurePackages();
mkdirSync(join(root, '.test'), { recursive: true });
process.env.ASTRO_TELEMETRY_DISABLED = '1';

if (wants('check')) {
  part('types');
  node('astro/astro.js', 'sync', '--silent');
  node('astro/astro.js', 'check', '--minimumSeverity', 'warning');
  part('lint');
  node('eslint/bin/eslint.js', '.');
  part('arrows between rooms');
  node('dependency-cruiser/bin/dependency-cruise.mjs', 'src', '--config', '.dependency-cruiser.cjs');
}
if (wants('unit')) {
  part('unit');
  must(process.execPath, ['--import', 'tsx', '--test', '--test-reporter', 'dot', ...files('core')]);
}
if (wants('api') || wants('browser')) {
  part('build');
  build(dist);
  const pg = await cluster(`test-${process.pid}`);
  let code = 0;
  let app;
  try {
    const env = { TEST_POSTGRES: pg.url, TWIN_SHOT_DIST: dist };
    // The demo shop is loaded once; every test that wants one has a copy of its own.
    code = await finished(tsx('scripts/prepare.ts', [], { DATABASE_URL: pg.database('demo') }));
    if (code === 0 && wants('api')) {
      part('api');
      code = await finished(start(process.execPath, ['--import', 'tsx', '--test', '--test-reporter', 'spec', '--test-concurrency', '2', '--test-timeout', '120000', '--test-force-exit', ...files('api')], { env: { ...process.env, ...env } }));
    }
    if (code === 0 && wants('browser')) {
      ensureDebian('chromium', () => existsSync('/usr/bin/chromium'));
      part('browser');
      const DATABASE_URL = pg.database('browser', 'demo');
      const port = await freePort();
      app = start(process.execPath, [join(root, 'scripts', 'serve.mjs'), dist], { env: { ...process.env, DATABASE_URL, HOST: '127.0.0.1', PORT: String(port), NODE_ENV: 'production' }, stdio: ['ignore', 'ignore', 'inherit'] });
      await answers(`http://127.0.0.1:${port}/api/health`);
      code = await finished(start(process.execPath, [join(root, 'node_modules', '@playwright', 'test', 'cli.js'), 'test', ...named], { env: { ...process.env, ...env, BASE_URL: `http://127.0.0.1:${port}` } }));
    }
  } finally {
    app?.kill();
    pg.remove();
  }
  if (code !== 0) process.exit(code);
}
say(`\nEverything passed in ${Math.round((Date.now() - began) / 1000)} s.`);
