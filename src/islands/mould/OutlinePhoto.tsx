import { useState } from 'react';
import type { Stations } from '@/core/mould/index.ts';
import { endForEnd, silhouetteOf, turnedOver } from '@/core/mould/index.ts';
import { Bait } from '@/ui/Bait.tsx';
import { PictureField } from '@/ui/PictureField.tsx';
import { Wrong } from '@/ui/Wrong.tsx';

interface Props {
  take: (profile: [number, number, number][]) => void;
}
/** px of the longer side a picture is looked at in. */
const LONGEST = 720;

/** A picture's points, small enough to be looked through at once; null where it is none. */
async function pointsOf(file: File): Promise<ImageData | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return null;
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const [width, height] = [picture.width, picture.height].map((side) => Math.round(side * scale));
  const context = new OffscreenCanvas(width!, height!).getContext('2d')!;
  context.drawImage(picture, 0, 0, width!, height!);
  picture.close();
  return context.getImageData(0, 0, width!, height!);
}

/** Takes a bait's side outline from a photograph of it; it is looked at on this device alone. */
export function OutlinePhoto({ take }: Props) {
  const [profile, setProfile] = useState<Stations | null>(null);
  const [wrong, setWrong] = useState('');
  const read = async (file: File | undefined) => {
    if (!file) return;
    const points = await pointsOf(file);
    const found = points && silhouetteOf(points);
    setProfile(found?.ok ? found.profile : null);
    setWrong(
      !found ? 'That is no picture. The outline you had is kept.' : found.ok ? '' : found.message,
    );
  };
  return (
    <div className="md:col-span-2">
      <PictureField
        label="Its outline from a photograph: the bait from the side, on a plain ground"
        send={read}
      />
      <Wrong>{wrong}</Wrong>
      {profile && (
        <div className="mt-2 flex flex-wrap items-center gap-3" data-outline>
          <Bait
            outline="eel"
            profile={profile}
            layers={[{ place: 'whole', colour: 'var(--raised)' }]}
            width={220}
            label="Outline in the photograph"
          />
          <button
            type="button"
            className="act act-main"
            onClick={() => {
              take(profile.map(([along, up, down]) => [along, up, down]));
              setProfile(null);
            }}
          >
            Take this outline
          </button>
          <button type="button" className="act" onClick={() => setProfile(endForEnd(profile))}>
            End for end
          </button>
          <button type="button" className="act" onClick={() => setProfile(turnedOver(profile))}>
            Turn over
          </button>
        </div>
      )}
    </div>
  );
}
