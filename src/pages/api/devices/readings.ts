import type { APIRoute } from 'astro';
import * as z from 'zod';
import { takeReadings } from '@/service/devices.ts';
import { answer, problemReply, readBody } from '../_answer.ts';

/** What an instrument sends: `Authorization: Bearer <key>`, `{readings: [{value, at?}]}`. */
export const POST: APIRoute = async (context) => {
  const key = /^Bearer (\S{1,200})$/.exec(context.request.headers.get('authorization') ?? '')?.[1];
  if (!key)
    return problemReply({
      status: 403,
      code: 'no-key',
      message:
        'An instrument sends with its own key: Authorization: Bearer and the key. Nothing was taken.',
    });
  const body = readBody(context, z.unknown());
  return body.ok ? answer(await takeReadings(key, body.value)) : body.reply;
};
