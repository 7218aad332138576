import { useState } from 'react';
import { refusal } from '@/core/colour/photo.ts';
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
    const no = refusal(file);
    if (no) return setWrong(no);
    const reply = await fetch(`/api/tubs/${id}/pictures`, {
      method: 'POST',
      headers: { 'content-type': file.type || 'image/jpeg' },
      body: file,
    })
      .then(async (response) => ({
        ok: response.ok,
        body: (await response.json()) as { id: number; detail?: string },
      }))
      .catch(() => null);
    if (reply?.ok) setShown(reply.body.id);
    setWrong(
      reply?.ok
        ? ''
        : (reply?.body.detail ?? 'The shop’s machine did not answer. Nothing was lost; try again.'),
    );
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
      <label className="field">
        <span>{shown === null ? 'A photograph of it' : 'Another photograph of it'}</span>
        <input
          type="file"
          accept="image/*"
          className="box py-2"
          onChange={(change) => void send(change.target.files?.[0])}
        />
      </label>
      <Wrong>{wrong}</Wrong>
    </div>
  );
}
