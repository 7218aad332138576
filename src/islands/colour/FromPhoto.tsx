import { hexOf } from '@/core/colour/index.ts';
import { Photo } from './Photo.tsx';

/** A colour tapped in a photograph, as a screen shows it. */
export function FromPhoto({ onHex }: { onHex: (hex: string) => void }) {
  return <Photo onColour={(colour) => onHex(hexOf(colour))} />;
}
