import type { APIRoute } from 'astro';
import { readShop } from '@/service/shop.ts';

export const GET: APIRoute = async () => {
  try {
    const shop = await readShop();
    return new Response(JSON.stringify({ ok: true, shop: shop.name }), { headers: { 'content-type': 'application/json' } });
  } catch {
    return new Response(JSON.stringify({ ok: false }), { status: 503, headers: { 'content-type': 'application/json' } });
  }
};
