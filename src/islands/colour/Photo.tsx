import { useRef, useState, type PointerEvent } from 'react';
import type { Colour, Pixel } from '@/core/colour/index.ts';
import { balanced } from '@/core/colour/index.ts';
import { refusal } from '@/core/pictureFile.ts';
import { Wrong } from '@/ui/Wrong.tsx';

/** Pixels either way that one tap takes in. */
const AROUND = 4;
/** A picture is looked at no larger than this, px. */
const SHOWN = 640;

/** A photograph: tap the white patch, then the colour. Nothing of it leaves this machine. */
export function Photo({ onColour }: { onColour: (colour: Colour) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [open, setOpen] = useState(false);
  const [white, setWhite] = useState<Pixel | null>(null);
  const [taking, setTaking] = useState<'white' | 'spot'>('white');
  const [wrong, setWrong] = useState('');
  const load = async (file: File | undefined) => {
    if (!file) return;
    const no = refusal(file);
    if (no) return setWrong(no);
    const picture = await createImageBitmap(file).catch(() => null);
    if (!picture) return setWrong('That picture could not be opened. The colour you had is kept.');
    const share = Math.min(1, SHOWN / Math.max(picture.width, picture.height));
    const drawn = canvas.current!;
    [drawn.width, drawn.height] = [
      Math.round(picture.width * share),
      Math.round(picture.height * share),
    ];
    drawn.getContext('2d')!.drawImage(picture, 0, 0, drawn.width, drawn.height);
    picture.close();
    setWrong('');
    setWhite(null);
    setTaking('white');
    setOpen(true);
  };
  const tap = (pointer: PointerEvent<HTMLCanvasElement>) => {
    const drawn = canvas.current!;
    const box = drawn.getBoundingClientRect();
    const [x, y] = [
      ((pointer.clientX - box.left) / box.width) * drawn.width,
      ((pointer.clientY - box.top) / box.height) * drawn.height,
    ];
    const { data } = drawn
      .getContext('2d')!
      .getImageData(
        Math.max(0, Math.round(x - AROUND)),
        Math.max(0, Math.round(y - AROUND)),
        2 * AROUND + 1,
        2 * AROUND + 1,
      );
    const sum = [0, 0, 0];
    for (let i = 0; i < data.length; i += 4) for (let k = 0; k < 3; k++) sum[k]! += data[i + k]!;
    const pixel = sum.map((value) => value / (data.length / 4)) as [number, number, number];
    if (taking === 'white') {
      const fit = balanced(pixel, pixel);
      if (!fit.ok) return setWrong(fit.message);
      setWhite(pixel);
      setTaking('spot');
      return setWrong('');
    }
    const found = balanced(pixel, white);
    setWrong(found.ok ? '' : found.message);
    if (found.ok) onColour(found.colour);
  };
  return (
    <div>
      <label className="field">
        <span>From a photograph, taken in the shade outdoors with white paper in it</span>
        <input
          type="file"
          accept="image/*"
          className="box py-2"
          onChange={(change) => void load(change.target.files?.[0])}
        />
      </label>
      <canvas
        ref={canvas}
        hidden={!open}
        className="mt-2 max-w-full cursor-crosshair border border-ink"
        onPointerDown={tap}
        aria-label={taking === 'white' ? 'Tap the white patch' : 'Tap the colour'}
      />
      {open && (
        <p className="mt-1 flex flex-wrap items-center gap-2" role="status">
          {taking === 'white' ? 'Tap the white paper.' : 'Now tap the colour.'}{' '}
          {taking === 'white' ? (
            <button type="button" className="act" onClick={() => setTaking('spot')}>
              There is none in it
            </button>
          ) : (
            <button type="button" className="act" onClick={() => setTaking('white')}>
              The white again
            </button>
          )}
        </p>
      )}
      <Wrong>{wrong}</Wrong>
    </div>
  );
}
