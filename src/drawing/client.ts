import type { ComponentChild, VNode } from 'preact';
import { h, options } from 'preact';
import { hydrate, render, unmountComponentAtNode } from 'preact/compat';
import { IdsOfIsland, idsOf } from './ids.ts';

interface Root {
  render: (tree: VNode) => void;
  unmount: () => void;
}

// Effects come before the next press: left to the next picture, a key that what was just opened listens
// for would be lost.
options.requestAnimationFrame = queueMicrotask;

const rootOf = (element: Element, within: (tree: VNode) => ComponentChild): Root => ({
  render: (tree) => render(within(tree), element),
  unmount: () => unmountComponentAtNode(element),
});

/** Draws trees of its own into an element. */
export const createRoot = (element: Element): Root => rootOf(element, (tree) => tree);

/** Takes over what the shop drew. @param identifierPrefix what ids of this island begin with */
export function hydrateRoot(
  element: Element,
  tree: VNode,
  { identifierPrefix }: { identifierPrefix: string },
): Root {
  const ids = idsOf(identifierPrefix);
  const within = (island: VNode): ComponentChild => h(IdsOfIsland.Provider, { value: ids }, island);
  hydrate(within(tree), element);
  return rootOf(element, within);
}
