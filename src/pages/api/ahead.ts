import type { APIRoute } from 'astro';
import { ahead } from '@/service/ahead.ts';
import { ok } from '@/service/result.ts';
import { answer } from './_answer.ts';

/** What the fortnight is laid out from: a page lays it out itself, in a worker of its own. */
export const GET: APIRoute = async () => answer(ok(await ahead(new Date())));
