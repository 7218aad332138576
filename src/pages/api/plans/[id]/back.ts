import type { APIRoute } from 'astro';
import { bringBackThing } from '@/service/deleted.ts';
import { answer, idOf } from '../../_answer.ts';

/** Brings back a plan that was deleted. */
export const POST: APIRoute = async (context) =>
  answer(await bringBackThing('plans', idOf(context)));
