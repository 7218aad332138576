import type { APIRoute } from 'astro';
import { bookJsonSchema } from '@/service/colourBook.ts';

/** How a file of colours is written, for whoever reads or writes one. */
export const GET: APIRoute = () =>
  new Response(JSON.stringify(bookJsonSchema(), null, 2), {
    headers: { 'content-type': 'application/schema+json' },
  });
