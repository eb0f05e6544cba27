/**
 * Asks a server; with a body it posts it, an object as JSON. Asked once more where no answer came: a connection that was kept alive may have been
 * closed by the time it is used again.
 */
export async function ask<T>(address: string, path: string, body?: unknown): Promise<T> {
  const request: RequestInit =
    body === undefined
      ? {}
      : typeof body === 'string'
        ? { method: 'POST', body }
        : { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) };
  const once = (): Promise<Response> => fetch(`${address}/api${path}`, request);
  const response = await once().catch(once);
  if (!response.ok) throw new Error(await response.text());
  const text = await response.text();
  return (text === '' ? undefined : JSON.parse(text)) as T;
}
