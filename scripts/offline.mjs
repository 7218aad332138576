// The service worker, bundled when the app is built, with the list of everything the app is made
// of.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, sep } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';

const files = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((dirent) =>
    dirent.isDirectory() ? files(join(folder, dirent.name)) : [join(folder, dirent.name)],
  );

/**
 * What a kept page needs. What lies in `_astro` has its content in its name; the rest is known by a
 * hash.
 */
function partsOf(client) {
  return files(client)
    .filter((file) => !file.endsWith('keeper.js'))
    .map((file) => {
      const url = `/${relative(client, file).split(sep).join('/')}`;
      return {
        url,
        revision: url.startsWith('/_astro/')
          ? null
          : createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 16),
      };
    });
}

/** @returns {import('astro').AstroIntegration} */
export const offline = () => ({
  name: 'offline',
  hooks: {
    'astro:build:done': async ({ dir }) => {
      const client = fileURLToPath(dir);
      await build({
        configFile: false,
        publicDir: false,
        logLevel: 'warn',
        define: {
          'self.__PARTS': JSON.stringify(partsOf(client)),
          'process.env.NODE_ENV': '"production"',
        },
        build: {
          outDir: client,
          emptyOutDir: false,
          lib: {
            entry: fileURLToPath(new URL('../src/offline/keeper.ts', import.meta.url)),
            formats: ['es'],
            fileName: () => 'keeper.js',
          },
        },
      });
    },
  },
});
