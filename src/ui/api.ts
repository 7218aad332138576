export type Reply<T> = { ok: true; value: T } | { ok: false; message: string; field?: string; code: string; status: number };

/** One call to an endpoint. A problem comes back as a sentence, never as an exception. */
export async function call<T>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<Reply<T>> {
  try {
    const reply = await fetch(path, { method, headers: body === undefined ? {} : { 'content-type': 'application/json' }, body: body === undefined ? undefined : JSON.stringify(body) });
    const read = (await reply.json()) as T & { detail?: string; field?: string; code?: string };
    if (reply.ok) return { ok: true, value: read };
    return { ok: false, message: read.detail ?? 'That did not work.', field: read.field, code: read.code ?? 'unknown', status: reply.status };
  } catch {
    return { ok: false, message: 'The shop’s machine did not answer. What you typed is still here; try again.', code: 'unreachable', status: 0 };
  }
}
