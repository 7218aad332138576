import { useState } from 'react';
import { sendPicture } from '@/ui/sendPicture.ts';
import { PictureField } from '@/ui/PictureField.tsx';
import { Wrong } from '@/ui/Wrong.tsx';

/** A tub as it was photographed last, and another photograph of it. */
export default function TubPhoto({
  id,
  name,
  picture,
}: {
  id: number;
  name: string;
  /** number of its newest photograph */
  picture: number | null;
}) {
  const [shown, setShown] = useState(picture);
  const [wrong, setWrong] = useState('');
  const send = async (file: File | undefined) => {
    if (!file) return;
    const sent = await sendPicture(`/api/tubs/${id}/pictures`, file);
    if (typeof sent === 'number') setShown(sent);
    setWrong(typeof sent === 'number' ? '' : sent);
  };
  return (
    <div className="mt-2">
      {shown !== null && (
        <img
          src={`/api/tubs/${id}/pictures?${shown}`}
          alt={`${name}, as it was photographed`}
          className="mb-2 h-40 border border-ink"
        />
      )}
      <PictureField
        label={shown === null ? 'A photograph of it' : 'Another photograph of it'}
        send={send}
      />
      <Wrong>{wrong}</Wrong>
    </div>
  );
}
