import type { APIRoute } from 'astro';
import * as z from 'zod';
import { chores, seeTo } from '@/service/chores.ts';
import { ok } from '@/service/result.ts';
import { answer, readBody } from './_answer.ts';

/** What has gone bad and wants seeing to. */
export const GET: APIRoute = async () => answer(ok(await chores()));

/** One of them was seen to: what was found. */
export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await seeTo(body.value, new Date()), 201) : body.reply;
};
