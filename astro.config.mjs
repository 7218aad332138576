import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'astro/config';
import { minified } from './scripts/minified.mjs';
import { offline } from './scripts/offline.mjs';
import { schemas } from './scripts/schemas.mjs';
import { threads } from './scripts/threads.mjs';

// Tests build beside a running shop, so the output folder can be named from outside.
const outDir = process.env.TWIN_SHOT_DIST ?? './dist';

/**
 * Islands are written for React and drawn by Preact, which does as much for them in a sixth of the
 * script: why and how stands in docs/architecture.md.
 */
const drawnBy = (file) => fileURLToPath(new URL(`./src/drawing/${file}`, import.meta.url));
const DRAWN_BY = [
  { find: /^react$/, replacement: drawnBy('react.mjs') },
  { find: /^react\/jsx-runtime$/, replacement: 'preact/jsx-runtime' },
  { find: /^react-dom$/, replacement: 'preact/compat' },
  { find: /^react-dom\/client$/, replacement: drawnBy('client.ts') },
  { find: /^react-dom\/server$/, replacement: drawnBy('server.ts') },
];
/** What is made for React and comes from elsewhere: bundled, so that it is drawn by the same. */
const MADE_FOR_REACT = ['downshift', '@dnd-kit/*', 'react-hook-form', 'react-chartjs-2'];

/** Made of hundreds of files, of which little is used: bundled, a start need not read them. */
const OF_MANY_FILES = ['zod', 'date-fns', 'culori', 'uuid', 'simple-statistics'];

/** Every page draws islands, by one script. */
const drawnAlone = (id) =>
  /node_modules\/preact\/|src\/drawing\/|@astrojs\/react\/dist\//.test(id) ? 'drawing' : undefined;
/** Letters of a script under which it comes with another: by itself it costs a request and more bytes. */
const SMALLEST_SCRIPT = 700;

/**
 * Rendered in one piece, islands are given no prefix for their ids, and those of two on one page are
 * the same. They get the prefix that streams are given.
 */
function prefixedIds() {
  const [bare, prefixed] = ['renderToString(vnode)', 'renderToString(vnode, renderOptions)'];
  return {
    name: 'prefixed-ids',
    transform(code, id) {
      if (!id.endsWith('@astrojs/react/dist/server.js')) return undefined;
      if (!code.includes(bare)) throw new Error(`${id} renders in another way: see prefixedIds`);
      return code.replace(bare, prefixed);
    },
  };
}

export default defineConfig({
  output: 'server',
  outDir,
  adapter: node({ mode: 'standalone' }),
  // A stream for each island costs more than the island: they are rendered in one piece.
  integrations: [react({ experimentalDisableStreaming: true }), offline(), threads()],
  devToolbar: { enabled: false },
  // Whose page a request comes from is settled by src/guard, for everything that writes and for streams.
  security: { checkOrigin: false },
  // Nothing but the app's own, by its hashes: no script typed into a name can run. Attributes of style are drawn colours.
  experimental: {
    csp: {
      directives: [
        "default-src 'self'",
        "img-src 'self' data: blob:",
        "worker-src 'self' blob:",
        "object-src 'none'",
        "base-uri 'none'",
        "frame-src 'none'",
        "form-action 'self'; style-src-attr 'unsafe-inline'",
      ],
    },
  },
  vite: {
    resolve: { alias: DRAWN_BY },
    plugins: [tailwindcss(), prefixedIds(), schemas(), minified()],
    worker: { plugins: () => [minified()] },
    cacheDir: `${outDir}/.vite`,
    build: {
      rollupOptions: {
        output: { experimentalMinChunkSize: SMALLEST_SCRIPT, manualChunks: drawnAlone },
      },
      minify: false,
      cssMinify: true,
    },
    ssr: {
      noExternal: [...MADE_FOR_REACT, ...OF_MANY_FILES],
      external: ['sequelize', 'pg', 'umzug', 'pino', 'pino-roll', '@node-rs/argon2'],
    },
  },
});
