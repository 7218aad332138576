import { useState } from 'react';
import { sendPicture } from '@/ui/sendPicture.ts';
import { PictureField } from '@/ui/PictureField.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { sayDated } from '@/ui/days.ts';

export interface PictureNote {
  id: number;
  n: number;
  at: string;
  what: string;
}
/** Pictures of a version: a swatch on the blade, baits in the shade outdoors. */
export function Pictures({ id, n: count, start }: { id: number; n: number; start: PictureNote[] }) {
  const [held, setHeld] = useState(start);
  const [what, setWhat] = useState('bait, in the shade outdoors');
  const [wrong, setWrong] = useState('');
  const send = async (file: File | undefined) => {
    if (!file) return;
    const path = `/api/mixes/${id}/pictures?n=${count}&what=${encodeURIComponent(what)}`;
    const sent = await sendPicture(path, file);
    setWrong(typeof sent === 'number' ? '' : sent);
    if (typeof sent === 'number')
      setHeld([{ id: sent, n: count, what, at: new Date().toISOString() }, ...held]);
  };
  const own = held.filter((pictureNote) => pictureNote.n === count);
  return (
    <section aria-label="Pictures" className="mt-6">
      <h2>Pictures of version {count}</h2>
      {own.length > 0 && (
        <ul className="mt-2 flex flex-wrap gap-3">
          {own.map((pictureNote) => (
            <li key={pictureNote.id}>
              <figure>
                <a href={`/api/pictures/${pictureNote.id}`}>
                  <img
                    src={`/api/pictures/${pictureNote.id}`}
                    alt={`${pictureNote.what}, ${sayDated(pictureNote.at)}`}
                    className="h-40 border border-ink"
                  />
                </a>
                <figcaption className="hint">
                  {pictureNote.what}, {sayDated(pictureNote.at)}
                </figcaption>
              </figure>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-2 grid max-w-xl gap-3 sm:grid-cols-2">
        <label className="field">
          <span>It shows</span>
          <select className="box" value={what} onChange={(change) => setWhat(change.target.value)}>
            {['bait, in the shade outdoors', 'swatch on the blade', 'drizzle on paper'].map(
              (word) => (
                <option key={word}>{word}</option>
              ),
            )}
          </select>
        </label>
        <PictureField
          label={own.length === 0 ? 'None yet. Take it in the shade outdoors' : 'Another'}
          send={send}
        />
      </div>
      <Wrong>{wrong}</Wrong>
    </section>
  );
}
