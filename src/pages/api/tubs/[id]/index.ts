import type { APIRoute } from 'astro';
import * as z from 'zod';
import { deleteThing } from '@/service/deleted.ts';
import { missing, ok } from '@/service/result.ts';
import { describe, tubSaid } from '@/service/tubSaid.ts';
import { answer, idOf, readBody, seenBy } from '../../_answer.ts';

/** What is said of a tub. */
export const GET: APIRoute = async (context) => {
  const tub = await tubSaid(idOf(context));
  return tub ? answer(ok(tub.said), 200, tub.version) : answer(missing('tub'));
};

export const PUT: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await describe(idOf(context), body.value, seenBy(context))) : body.reply;
};

/** Deletes a tub nothing hangs on. */
export const DELETE: APIRoute = async (context) =>
  answer(await deleteThing('tubs', idOf(context), seenBy(context)));
