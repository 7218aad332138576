import type { APIRoute } from 'astro';
import sharp from 'sharp';
import { BACKINGS } from '@/core/colour/index.ts';
import type { Backing } from '@/core/colour/index.ts';
import { picture, VIEWS } from '@/core/picture/index.ts';
import type { View } from '@/core/picture/index.ts';
import { missing, problem } from '@/service/result.ts';
import { figures, sceneFor, wholeWay } from '@/service/ways.ts';
import { answer, idOf } from '../../_answer.ts';

const WIDTH = { least: 64, usual: 1600, most: 4000 } as const;

/**
 * A colourway on a bait as a picture: SVG, or PNG of any width. `bait` a body's key, `view`,
 * `over`, `cut` 0 to 1.
 */
export const GET: APIRoute = async (context) => {
  const { ext } = context.params;
  const ask = context.url.searchParams;
  const [way, all] = await Promise.all([wholeWay(idOf(context)), figures()]);
  const figure = all.find((namedFigure) => namedFigure.key === ask.get('bait')) ?? all[0];
  if (!way || !figure || (ext !== 'svg' && ext !== 'png')) return answer(missing('picture'));
  const [view, over, cut, width] = [
    ask.get('view') ?? 'side',
    ask.get('over') ?? 'light',
    Number(ask.get('cut') ?? 0.4),
    Number(ask.get('width') ?? WIDTH.usual),
  ];
  if (
    !Object.hasOwn(VIEWS, view) ||
    !Object.hasOwn(BACKINGS, over) ||
    !(cut > 0 && cut < 1) ||
    !(width >= WIDTH.least && width <= WIDTH.most)
  ) {
    return answer(
      problem(
        422,
        'invalid',
        `A picture is ${Object.keys(VIEWS).join(', ')}, over ` +
          `${Object.keys(BACKINGS).join(', ')}, cut between 0 and 1, ${WIDTH.least} to ` +
          `${WIDTH.most} wide.`,
      ),
    );
  }
  const scene = sceneFor(way, figure);
  if (scene.layers.length === 0) return answer(missing('mix on this colourway'));
  const svg = picture(scene, { view: view as View, over: over as Backing, cut });
  const name = `${way.name} ${figure.name}`.replace(/[^\w -]/g, '');
  const head = (type: string) => ({
    headers: {
      'content-type': type,
      'content-disposition': `inline; filename="${name}.${ext}"`,
      'cache-control': 'no-store',
    },
  });
  return ext === 'svg'
    ? new Response(svg, head('image/svg+xml'))
    : new Response(
        new Uint8Array(
          await sharp(Buffer.from(svg), { density: 72 }).resize({ width }).png().toBuffer(),
        ),
        head('image/png'),
      );
};
