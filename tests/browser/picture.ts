import sharp from 'sharp';

/** A picture of what stands at each of its points, red, green and blue, as a PNG. */
export function pictured(
  { width, height }: { width: number; height: number },
  at: (x: number, y: number) => readonly [number, number, number],
): Promise<Buffer> {
  const data = Uint8Array.from(
    Array.from({ length: width * height }, (_, nth) =>
      at(nth % width, Math.floor(nth / width)),
    ).flat(),
  );
  return sharp(data, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
}
