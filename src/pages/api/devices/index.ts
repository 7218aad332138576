import type { APIRoute } from 'astro';
import * as z from 'zod';
import { devicesNow, newDevice } from '@/service/devices.ts';
import { ok } from '@/service/result.ts';
import { answer, readBody } from '../_answer.ts';

export const GET: APIRoute = async () => answer(ok(await devicesNow()));

export const POST: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await newDevice(body.value), 201) : body.reply;
};
