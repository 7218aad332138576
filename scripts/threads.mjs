// The server's threads, each bundled into one file when the app is built: begun from the sources, one
// took seconds to be compiled before it was asked anything.
import { readdirSync } from 'node:fs';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';

const HERE = fileURLToPath(new URL('../src/thread/', import.meta.url));

/** @returns {import('astro').AstroIntegration} */
export const threads = () => {
  let outDir = '';
  return {
    name: 'threads',
    hooks: {
      'astro:config:done': ({ config }) => {
        outDir = fileURLToPath(config.outDir);
      },
      'astro:build:done': async () => {
        await build({
          configFile: false,
          publicDir: false,
          logLevel: 'error',
          ssr: { noExternal: true },
          build: {
            ssr: true,
            outDir: join(outDir, 'threads'),
            emptyOutDir: true,
            rollupOptions: {
              input: readdirSync(HERE).map((file) => join(HERE, file)),
              output: {
                entryFileNames: ({ facadeModuleId }) => `${basename(facadeModuleId, '.ts')}.mjs`,
                chunkFileNames: 'shared-[hash].mjs',
              },
            },
          },
        });
      },
    },
  };
};
