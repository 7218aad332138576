import { createElement } from 'react';
import { renderToString } from 'react-dom/server';
import { remembered } from '@/core/remembered.ts';
import type { Mould } from '@/core/mould/index.ts';
import { MouldDrawing } from './MouldDrawing.tsx';

/** A mould's drawing by itself, as HTML for a page: drawn once for each mould as it stands. */
export const drawnMould = remembered((mould: Mould): string =>
  renderToString(createElement(MouldDrawing, { mould })),
);
