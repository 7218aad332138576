import { h, type VNode } from 'preact';
import { renderToString as rendered } from 'preact-render-to-string';
import { IdsOfIsland, idsOf } from './ids.ts';

/** An island as the shop sends it. @param identifierPrefix what its ids begin with */
export const renderToString = (
  island: VNode,
  { identifierPrefix = '' }: { identifierPrefix?: string } = {},
): string => rendered(h(IdsOfIsland.Provider, { value: idsOf(identifierPrefix) }, island));

export default { renderToString };
