import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

// Tests build beside a running shop, so the output folder can be named from outside.
const outDir = process.env.TWIN_SHOT_DIST ?? './dist';

export default defineConfig({
  output: 'server',
  outDir,
  adapter: node({ mode: 'standalone' }),
  integrations: [react()],
  devToolbar: { enabled: false },
  security: { checkOrigin: true },
  vite: {
    plugins: [tailwindcss()],
    cacheDir: `${outDir}/.vite`,
    ssr: { external: ['sequelize', 'pg', 'umzug'] },
  },
});
