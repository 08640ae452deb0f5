import { PHOTO_LONG_PX } from '@rigger/contracts';

const QUALITY = 0.82;

/** How large a picture is drawn so that its long side is at most `longPx`; never larger than it is.
 *  `scaledSize(4000, 3000)` is 1600 by 1200. */
export function scaledSize(width: number, height: number, longPx = PHOTO_LONG_PX): readonly [number, number] {
  const k = Math.min(1, longPx / Math.max(width, height));
  return [Math.max(1, Math.round(width * k)), Math.max(1, Math.round(height * k))];
}
/** A photograph made small enough to be sent, upright as it was taken. What this browser cannot read is sent as it is: the
 *  server says what is wrong with it. */
export async function scaledPhoto(file: Blob): Promise<Blob> {
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) return file;
  try {
    const [width, height] = scaledSize(bitmap.width, bitmap.height);
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0, width, height);
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
  } finally {
    bitmap.close();
  }
}
