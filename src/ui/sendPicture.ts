import { refusal } from '@/core/pictureFile.ts';
import { SHOP_HEADER, shopKey } from './shopKey.ts';

/**
 * Sends a picture as its bytes.
 * @returns its number; or a sentence that says why it was not taken
 */
export async function sendPicture(path: string, file: File): Promise<number | string> {
  const no = refusal(file);
  if (no) return no;
  const headers = { 'content-type': file.type || 'image/jpeg', [SHOP_HEADER]: shopKey() };
  try {
    const reply = await fetch(path, { method: 'POST', headers, body: file });
    const body = (await reply.json()) as { id: number; detail?: string };
    return reply.ok ? body.id : (body.detail ?? 'That did not work.');
  } catch {
    return 'The shop’s machine did not answer. Nothing was lost; try again.';
  }
}
