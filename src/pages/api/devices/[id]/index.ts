import type { APIRoute } from 'astro';
import { dropDevice } from '@/service/devices.ts';
import { answer, idOf } from '../../_answer.ts';

/** Takes an instrument's key back; what it sent stays. */
export const DELETE: APIRoute = async (context) => answer(await dropDevice(idOf(context)));
