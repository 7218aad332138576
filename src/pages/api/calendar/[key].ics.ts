import type { APIRoute } from 'astro';
import { calendarFeed } from '@/service/feed.ts';
import { missing } from '@/service/result.ts';
import { answer } from '../_answer.ts';

/** The shop's calendar, for whoever has its address. */
export const GET: APIRoute = async ({ params }) => {
  const feed = await calendarFeed(params.key ?? '', new Date());
  if (feed === null) return answer(missing('calendar'));
  return new Response(feed, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="shop.ics"',
      'cache-control': 'no-store',
    },
  });
};
