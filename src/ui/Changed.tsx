import { differences } from './differences.ts';
import { Dialog } from './Dialog.tsx';

export type Choice = 'mine' | 'theirs' | 'neither';
export interface Asked {
  /** as it is kept now, and as this page has it */
  theirs: unknown;
  yours: unknown;
  decide: (choice: Choice) => void;
}
/** Differences shown at most: a mould of 24 cavities has many. */
const SHOWN = 14;

/** What was changed meanwhile beside what this page has, for a hand to decide. */
export function Changed({ theirs, yours, decide }: Asked) {
  const all = differences(theirs, yours);
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
