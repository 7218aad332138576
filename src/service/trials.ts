import type { AnyEvent, SessionState } from '@/core/session/index.ts';
import { find, put } from '@/store/catalogue.ts';

/**
 * Puts the figures of trial cards just filled in into their moulds: which side lets go, hold,
 * window, and what a bait weighed. Done once, when the card comes in, not at a rebuild: the maker
 * may have measured the mould again since.
 */
export async function applyTrials(state: SessionState, events: AnyEvent[]): Promise<void> {
  for (const event of events) {
    if (event.kind !== 'trialled' || state.trialled.get(event.payload.mould)?.event !== event.id)
      continue;
    const entry = await find('moulds', Number(event.payload.mould));
    if (!entry) continue;
    const { letsGo, hold, window, bait, note } = event.payload;
    const { spec } = entry;
    const cavities =
      bait === null
        ? spec.cavities
        : spec.cavities.map((cavity) => ({ ...cavity, source: 'bait' as const, measured: bait }));
    await put(
      'moulds',
      {
        ...spec,
        letsGo,
        hold,
        window,
        cavities,
        tried: true,
        note: [spec.note, note].filter(Boolean).join(' '),
      },
      entry.id,
    );
  }
}
