import type { APIRoute } from 'astro';
import { newPairing } from '@/service/people.ts';
import { answer } from './_answer.ts';

/** A code for one tablet, told once. */
export const POST: APIRoute = async (context) => answer(await newPairing(context.locals.who), 201);
