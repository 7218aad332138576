import { useState } from 'react';
import { useSave } from '@/ui/useSave.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import type { Said } from './TubFields.tsx';
import { TubFields } from './TubFields.tsx';

interface Props {
  id: number;
  version: string;
  said: Said;
  /** colour it is drawn in while nobody has said one, #rrggbb */
  drawn: string;
}
/** What is said of a tub, changed. */
export default function TubForm({ id, version, said: start, drawn }: Props) {
  const [said, setSaid] = useState(start);
  const [wrong, setWrong] = useState('');
  const { save, asking } = useSave(version);
  const set = (part: Partial<Said>) => setSaid({ ...said, ...part });
  const keep = async () => {
    const reply = await save('PUT', `/api/tubs/${id}`, said);
    if (reply.ok) location.assign('/tubs');
    else setWrong(reply.message);
  };
  return (
    <form
      className="grid max-w-3xl items-start gap-4 sm:grid-cols-2"
      noValidate
      onSubmit={(submit) => {
        submit.preventDefault();
        void keep();
      }}
    >
      <TubFields {...{ said, set, drawn }} called="The tub is called" />
      {asking}
      <Wrong className="sm:col-span-2">{wrong}</Wrong>
      <p className="flex gap-3 sm:col-span-2">
        <button type="submit" className="act act-main">
          Save
        </button>
        <a className="act border-transparent" href="/tubs">
          Cancel
        </a>
      </p>
    </form>
  );
}
