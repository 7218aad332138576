import { useState } from 'react';
import { call } from '@/ui/api.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { Wrong } from '@/ui/Wrong.tsx';

/** Takes what has gone bad off the list, with what was found. */
export default function SeenTo({ chore, says }: { chore: string; says: string }) {
  const [open, setOpen] = useState(false);
  const [found, setFound] = useState('');
  const [wrong, setWrong] = useState('');
  const save = async () => {
    const reply = await call('POST', '/api/chores', { key: chore, found });
    if (reply.ok) location.reload();
    else setWrong(reply.message);
  };
  return (
    <>
      <button
        type="button"
        className="act"
        onClick={() => setOpen(true)}
        aria-label={`Seen to: ${says}`}
      >
        Seen to
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title="Seen to">
        <form
          onSubmit={(submit) => {
            submit.preventDefault();
            void save();
          }}
        >
          <p className="max-w-prose">{says}</p>
          <label className="field mt-3">
            <span>What was found</span>
            <input
              className="box"
              value={found}
              maxLength={300}
              required
              onChange={(change) => setFound(change.target.value)}
            />
          </label>
          <p className="hint">
            From now on it is watched anew, and what comes after is held to it.
          </p>
          <Wrong>{wrong}</Wrong>
          <span className="mt-4 flex gap-3">
            <button type="submit" className="act act-main">
              Save
            </button>
            <button type="button" className="act" onClick={() => setOpen(false)}>
              Cancel
            </button>
          </span>
        </form>
      </Dialog>
    </>
  );
}
