import type { APIRoute } from 'astro';
import { wholeCatalogue } from '@/service/catalogue.ts';
import { ok } from '@/service/result.ts';
import { answer } from '../_answer.ts';

export const GET: APIRoute = async () => answer(ok(await wholeCatalogue()));
