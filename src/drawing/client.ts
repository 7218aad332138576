import type { VNode } from 'preact';
import { h, options } from 'preact';
import { hydrate, render, unmountComponentAtNode } from 'preact/compat';
import { IdsOfIsland, idsOf } from './ids.ts';

interface Root {
  render: (tree: VNode) => void;
  unmount: () => void;
}

/**
 * Effects follow what was drawn in the next task. Left to the next picture they come a picture late,
 * and not at all on a page nobody looks at.
 */
function effectsInNextTask(): void {
  const { port1, port2 } = new MessageChannel();
  const due: (() => void)[] = [];
  port1.onmessage = () => due.splice(0).forEach((run) => run());
  options.requestAnimationFrame = (run) => {
    due.push(run);
    port2.postMessage(null);
  };
}
effectsInNextTask();

const rootOf = (element: Element, within: (tree: VNode) => VNode): Root => ({
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
  const within = (island: VNode) => h(IdsOfIsland.Provider, { value: ids }, island);
  hydrate(within(tree), element);
  return rootOf(element, within);
}
