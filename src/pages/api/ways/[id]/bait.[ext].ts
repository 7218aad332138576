import type { APIRoute } from 'astro';
import sharp from 'sharp';
import * as z from 'zod';
import { BACKINGS } from '@/core/colour/index.ts';
import type { Backing } from '@/core/colour/index.ts';
import { picture, VIEWS } from '@/core/picture/index.ts';
import type { View } from '@/core/picture/index.ts';
import { missing, problem } from '@/service/result.ts';
import { figures, sceneFor, wholeWay } from '@/service/ways.ts';
import { answer, idOf } from '../../_answer.ts';

const WIDTH = { least: 64, usual: 1600, most: 4000 } as const;

const AskSchema = z.object({
  view: z.enum(Object.keys(VIEWS) as [View, ...View[]]).default('side'),
  over: z.enum(Object.keys(BACKINGS) as [Backing, ...Backing[]]).default('light'),
  cut: z.coerce.number().gt(0).lt(1).default(0.4),
  width: z.coerce.number().min(WIDTH.least).max(WIDTH.most).default(WIDTH.usual),
});
const WRONG =
  `A picture is ${Object.keys(VIEWS).join(', ')}, over ${Object.keys(BACKINGS).join(', ')}, ` +
  `cut between 0 and 1, ${WIDTH.least} to ${WIDTH.most} wide.`;

/** What a picture is sent as, by its ending. */
const SENT: Record<
  string,
  { type: string; make: (svg: string, width: number) => BodyInit | Promise<BodyInit> }
> = {
  svg: { type: 'image/svg+xml', make: (svg) => svg },
  png: {
    type: 'image/png',
    make: async (svg, width) =>
      new Uint8Array(
        await sharp(Buffer.from(svg), { density: 72 }).resize({ width }).png().toBuffer(),
      ),
  },
};

/**
 * A colourway on a bait as a picture: SVG, or PNG of any width. `bait` a body's key, `view`,
 * `over`, `cut` 0 to 1.
 */
export const GET: APIRoute = async (context) => {
  const { bait, ...ask } = Object.fromEntries(context.url.searchParams);
  const ext = context.params.ext ?? '';
  const sent = Object.hasOwn(SENT, ext) ? SENT[ext] : undefined;
  const [way, all] = await Promise.all([wholeWay(idOf(context)), figures()]);
  const figure = all.find(({ key }) => key === bait) ?? all[0];
  if (!way || !figure || !sent) return answer(missing('picture'));
  const read = AskSchema.safeParse(ask);
  if (!read.success) return answer(problem(422, 'invalid', WRONG));
  const scene = sceneFor(way, figure);
  if (scene.layers.length === 0) return answer(missing('mix on this colourway'));
  const { width, ...seen } = read.data;
  const name = `${way.name} ${figure.name}`.replace(/[^\w -]/g, '');
  return new Response(await sent.make(picture(scene, seen), width), {
    headers: {
      'content-type': sent.type,
      'content-disposition': `inline; filename="${name}.${ext}"`,
      'cache-control': 'no-store',
    },
  });
};
