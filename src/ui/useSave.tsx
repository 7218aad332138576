import type { ReactNode } from 'react';
import { useRef, useState } from 'react';
import type { Reply } from './api.ts';
import { call } from './api.ts';
import type { Difference } from './differences.ts';
import { differences } from './differences.ts';
import { Dialog } from './Dialog.tsx';

type Choice = 'mine' | 'theirs' | 'neither';
interface Asked {
  all: Difference[];
  decide: (choice: Choice) => void;
}
/** Differences shown at most: a mould of 24 cavities has many. */
const SHOWN = 14;

function Changed({ all, decide }: Asked) {
  return (
    <Dialog open onClose={() => decide('neither')} title="Changed meanwhile by somebody else" wide>
      <p>Nothing was saved, and nothing you typed is lost. This is where the two differ:</p>
      <table className="my-3 w-full text-left">
        <thead>
          <tr className="border-b-[1.5px] border-ink">
            <th>What</th>
            <th>As it is kept now</th>
            <th>As you have it</th>
          </tr>
        </thead>
        <tbody>
          {all.slice(0, SHOWN).map((difference) => (
            <tr key={difference.where} className="border-b border-rule align-top">
              <td className="pr-3">{difference.where}</td>
              <td className="pr-3 break-words">{difference.theirs}</td>
              <td className="break-words">{difference.yours}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {all.length > SHOWN && <p className="hint">And {all.length - SHOWN} more.</p>}
      {all.length === 0 && <p>They say the same.</p>}
      <div className="flex flex-wrap gap-3">
        <button type="button" className="act act-main" onClick={() => decide('mine')}>
          Save mine over it
        </button>
        <button type="button" className="act" onClick={() => decide('theirs')}>
          Take what is kept now
        </button>
        <button type="button" className="act border-transparent" onClick={() => decide('neither')}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}

/**
 * Saves only over what this page has seen. Where somebody else changed it meanwhile both are shown,
 * and a hand decides.
 * @param version what is edited here was read as; undefined for a new thing
 * @returns `asking` is to be drawn somewhere on the page
 */
export function useSave(version?: string): {
  save: <T>(method: 'POST' | 'PUT', path: string, body: unknown) => Promise<Reply<T>>;
  asking: ReactNode;
} {
  const seen = useRef(version);
  const [asked, setAsked] = useState<Asked | null>(null);
  const save = async <T,>(
    method: 'POST' | 'PUT',
    path: string,
    body: unknown,
  ): Promise<Reply<T>> => {
    for (;;) {
      const reply = await call<T & { version?: string }>(
        method,
        path,
        body,
        method === 'PUT' ? seen.current : undefined,
      );
      if (reply.ok) {
        seen.current = reply.value.version ?? seen.current;
        return reply;
      }
      const { now } = reply;
      if (!now) return reply;
      const choice = await new Promise<Choice>((decide) =>
        setAsked({ all: differences(now.value, body), decide }),
      );
      setAsked(null);
      if (choice === 'theirs') location.reload();
      if (choice !== 'mine') return reply;
      seen.current = now.version;
    }
  };
  return { save, asking: asked && <Changed {...asked} /> };
}
