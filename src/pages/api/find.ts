import type { APIRoute } from 'astro';
import { findByName } from '@/service/find.ts';
import { ok } from '@/service/result.ts';
import { answer } from './_answer.ts';

/** Everything that has each word of `q` in its name. */
export const GET: APIRoute = async ({ url }) =>
  answer(ok(await findByName(url.searchParams.get('q') ?? '')));
