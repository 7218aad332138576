import type { APIRequestContext, Page } from '@playwright/test';
import { atMoment } from './bench.ts';

/** The acts of a session as the shop has them. */
export const logOf = async (request: APIRequestContext, session: number) =>
  (await (await request.get(`/api/sessions/${session}/events?after=0`)).json()) as {
    id: string;
    seq: number;
    at: number;
    kind: string;
    by: string;
  }[];
/** A bench with a cup on it that is awake. */
export const freshBench = (request: APIRequestContext) =>
  atMoment(request, {
    bait: 'Slip eel 95',
    colourway: 'Lamp oil',
    count: 8,
    until: (state) => [...state.cups.values()].some((cup) => cup.woken),
  });

/** Acts this browser keeps that the shop has not confirmed. */
export const waitingIn = (tab: Page): Promise<number> =>
  tab.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const open = indexedDB.open('twin-shot');
        open.onsuccess = () => {
          const all = open.result.transaction('acts').objectStore('acts').getAll();
          all.onsuccess = () =>
            resolve(
              (all.result as { outcome: string }[]).filter((other) => other.outcome === 'waiting')
                .length,
            );
        };
      }),
  );
