import type { APIRoute } from 'astro';
import * as z from 'zod';
import { bindDevice } from '@/service/devices.ts';
import { answer, idOf, readBody } from '../../_answer.ts';

export const PUT: APIRoute = async (context) => {
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await bindDevice(idOf(context), body.value)) : body.reply;
};
