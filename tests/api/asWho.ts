/** What a shop answers to whoever asks: its cookie and where it sends to beside what it says. */
export interface Said {
  status: number;
  cookie: string;
  to: string | null;
  body: { code?: string; detail?: string } & Record<string, unknown>;
}
/** Asks with somebody's cookie. */
export async function askAs(
  url: string,
  method: string,
  path: string,
  { cookie = '', body }: { cookie?: string; body?: unknown } = {},
): Promise<Said> {
  const reply = await fetch(`${url}${path}`, {
    method,
    redirect: 'manual',
    headers: {
      ...(cookie && { cookie }),
      ...(method !== 'GET' && { 'content-type': 'application/json' }),
    },
    body: method === 'GET' ? undefined : JSON.stringify(body ?? {}),
  });
  const text = await reply.text();
  const json = reply.headers.get('content-type')?.includes('json')
    ? (JSON.parse(text) as Said['body'])
    : {};
  return {
    status: reply.status,
    cookie: (reply.headers.getSetCookie()[0] ?? '').split(';')[0]!,
    to: reply.headers.get('location'),
    body: json,
  };
}
