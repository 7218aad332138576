import type { APIRoute } from 'astro';
import { layFirstEvening } from '@/service/learner.ts';
import { answer } from './_answer.ts';

/** Lays a learner's first evening out, as a plan. */
export const POST: APIRoute = async () => answer(await layFirstEvening(new Date()), 201);
