import type { APIRoute } from 'astro';
import { unpairTablet } from '@/service/people.ts';
import { answer, idOf } from '../_answer.ts';

export const DELETE: APIRoute = async (context) => answer(await unpairTablet(idOf(context)));
