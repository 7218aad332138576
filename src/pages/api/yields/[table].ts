import type { APIRoute } from 'astro';
import { missing } from '@/service/result.ts';
import { cutOf } from '@/service/yieldCut.ts';
import { isYieldTable, yieldsCsv } from '@/service/yields.ts';
import { answer } from '../_answer.ts';

/** A table of yields as a file, cut as its address says. */
export const GET: APIRoute = async ({ params, url }) => {
  const table = params.table ?? '';
  if (!isYieldTable(table)) return answer(missing('table'));
  return new Response(await yieldsCsv(cutOf(url.searchParams), table), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="yields-${table}.csv"`,
    },
  });
};
