import type { APIRoute } from 'astro';
import { exportBook, ladderCsv } from '@/service/colourBook.ts';
import { missing } from '@/service/result.ts';
import { answer } from '../_answer.ts';

/**
 * Mixes and colourways as a file: all of them, one `mix`, or one `way`; JSON, or its ladders as
 * CSV.
 */
export const GET: APIRoute = async ({ url }) => {
  const one = (key: string) => {
    const count = Number(url.searchParams.get(key) ?? NaN);
    return Number.isSafeInteger(count) ? count : undefined;
  };
  const book = await exportBook({ way: one('way'), mix: one('mix') });
  if (book.mixes.length === 0 && book.colourways.length === 0)
    return answer(missing('mix or colourway'));
  const csv = url.searchParams.get('as') === 'csv';
  const name = (
    book.colourways.length === 1
      ? book.colourways[0]!.name
      : book.mixes.length === 1
        ? book.mixes[0]!.name
        : 'colours'
  ).replace(/[^\w -]/g, '');
  const head = (type: string, ext: string) => ({
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name}.${ext}"`,
      'cache-control': 'no-store',
    },
  });
  return csv
    ? new Response(ladderCsv(book), head('text/csv; charset=utf-8', 'csv'))
    : new Response(
        JSON.stringify({ $schema: `${url.origin}/colours.schema.json`, ...book }, null, 2),
        head('application/json', 'json'),
      );
};
