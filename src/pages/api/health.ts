import type { APIRoute } from 'astro';
import { health } from '@/service/health.ts';

/** Whether the shop can record: 200 where it can, 503 with what is wrong where it cannot. */
export const GET: APIRoute = async () => {
  const now = await health();
  return new Response(JSON.stringify(now), {
    status: now.ok ? 200 : 503,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });
};
