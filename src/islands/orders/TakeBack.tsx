import { useState } from 'react';
import { v4 } from 'uuid';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';

interface Props {
  line: number;
  cause: string;
  /** what is taken back, in words */
  says: string;
}
/** Takes one packing or sending of a line back. */
export default function TakeBack({ line, cause, says }: Props) {
  const [wrong, setWrong] = useState('');
  const undo = async () => {
    const reply = await call('POST', `/api/lines/${line}/moves`, { undoes: cause, cause: v4() });
    if (reply.ok) location.reload();
    else setWrong(reply.message);
  };
  return (
    <>
      <button
        type="button"
        className="act border-transparent"
        aria-label={`Undo: ${says}`}
        onClick={() => void undo()}
      >
        Undo
      </button>
      <Wrong>{wrong}</Wrong>
    </>
  );
}
