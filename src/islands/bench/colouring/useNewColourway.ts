import { useRef, useState } from 'react';
import type { Mix } from '@/core/material/index.ts';
import type { CupState, Send, SessionState } from '@/core/session/index.ts';
import { nameColour } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';

/** A colour made with the cup in hand gets a colourway of its name. */
export interface NewColourway {
  /** once the mix of that name is being kept */
  make: (name: string) => Promise<void>;
  wrong: string;
}
interface MixEntry {
  id: number;
  spec: Mix;
}
interface At {
  state: SessionState;
  cup: CupState;
  /** entries of the cup's trail the mix is kept of */
  upTo: number;
  onSend: (send: Send) => void;
}

/** How often, and how long apart, ms, the book is asked for a mix that is on its way there. */
const ASKED = { times: 12, every: 500 } as const;
const later = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** The mix the bench kept last of a cup by a name; a name that was taken got a number there. */
async function mixKeptOf(cup: () => CupState, name: string): Promise<MixEntry | null> {
  for (let time = 0; time < ASKED.times; time++) {
    const kept = cup().keptMixes.findLast((one) => one.as === 'branch' && one.name === name);
    const made = kept && (await call<MixEntry>('GET', `/api/mixes/kept/${kept.event}`));
    if (made?.ok) return made.value;
    await later(ASKED.every);
  }
  return null;
}

/**
 * Makes the colourway of a mix that is being kept, once the book has it, and calls what was shot of
 * the cup by it.
 */
export function useNewColourway(at: At): NewColourway {
  const [wrong, setWrong] = useState('');
  // What is shot while the book is waited for counts too.
  const latest = useRef(at);
  latest.current = at;
  const { upTo } = at;
  const make = async (name: string) => {
    setWrong('');
    const mix = await mixKeptOf(() => latest.current.cup, name);
    if (!mix)
      return setWrong(
        'The shop did not answer: the mix is kept when it does. Make its colourway in ' +
          'Colours, and name its shots on the session’s page.',
      );
    const spec = { name: mix.spec.name, build: 'single', layers: { body: mix.id } };
    const way = await call<{ id: number }>('POST', '/api/catalogue/colourways', spec);
    if (!way.ok) return setWrong(way.message);
    const { state, cup, onSend } = latest.current;
    const made = { mix, colourway: { id: way.value.id, name: spec.name } };
    for (const send of nameColour(state, cup, made, upTo)) onSend(send);
  };
  return { make, wrong };
}
