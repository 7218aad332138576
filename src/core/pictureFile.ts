/** A picture larger than this is not opened, bytes. */
const LARGEST = 20 * 1024 * 1024;
/** Why a file is not read as a picture, in words; null when it can be tried. */
export function refusal({ size, type }: { size: number; type: string }): string | null {
  if (!/^image\//.test(type)) return 'That is no picture. Nothing was changed.';
  return size > LARGEST
    ? `That picture has ${Math.round(size / 1024 / 1024)} MB; 20 MB is the most. Send a ` +
        'smaller one; nothing was changed.'
    : null;
}
