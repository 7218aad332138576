import type { APIRoute } from 'astro';
import { bringBackThing } from '@/service/deleted.ts';
import { answer, idOf } from '../../_answer.ts';

/** Brings back a tub that was deleted. */
export const POST: APIRoute = async (context) =>
  answer(await bringBackThing('tubs', idOf(context)));
