import type { APIRoute } from 'astro';
import { bundle } from '@/service/machine.ts';

/** “What happened”, as a file, without names. */
export const GET: APIRoute = async () =>
  new Response(JSON.stringify(await bundle(), null, 1), {
    headers: {
      'content-type': 'application/json',
      'cache-control': 'no-store',
      'content-disposition': 'attachment; filename="what-happened.json"',
    },
  });
