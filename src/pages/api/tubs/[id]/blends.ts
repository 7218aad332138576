import type { APIRoute } from 'astro';
import { blendsOfTub } from '@/service/blends.ts';
import { answer, idOf } from '../../_answer.ts';

/** What a tub goes together with, before anything is melted. */
export const GET: APIRoute = async (context) => answer(await blendsOfTub(idOf(context)));
