import type { APIRoute } from 'astro';
import { mixOfAct } from '@/service/mixes.ts';
import { answer } from '../../_answer.ts';

/** The mix a bench kept by one of its acts: it asks until the act has come. */
export const GET: APIRoute = async ({ params }) => answer(await mixOfAct(params.event ?? ''));
