import type { APIRoute } from 'astro';
import { metricsNow } from '@/service/machine.ts';
import { ok } from '@/service/result.ts';
import { answer } from './_answer.ts';

/**
 * How this process does: requests by route with their times, memory, and how late its thread is.
 */
export const GET: APIRoute = () => answer(ok(metricsNow()));
