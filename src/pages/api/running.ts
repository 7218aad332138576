import type { APIRoute } from 'astro';
import { clockLine } from '@/service/clockLine.ts';
import { ok } from '@/service/result.ts';
import { answer } from './_answer.ts';

export const GET: APIRoute = async () => answer(ok(await clockLine()));
