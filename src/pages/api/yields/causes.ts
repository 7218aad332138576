import type { APIRoute } from 'astro';
import { causes } from '@/service/causes.ts';
import { cutOf } from '@/service/yieldCut.ts';
import { answer } from '../_answer.ts';

/** What goes with the faults of a cut, how its mould's settings do, and what is worth trying. */
export const GET: APIRoute = async ({ url, request }) =>
  answer(await causes(cutOf(url.searchParams), request.signal));
