/**
 * Asks a server; with a body it posts it, an object as JSON. Each request has a connection of its own: one that was kept alive may be closed
 * under the next, between two measurements.
 */
export async function ask<T>(address: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(`${address}/api${path}`, {
    method: body === undefined ? 'GET' : 'POST',
    headers: { Connection: 'close', ...(typeof body === 'object' ? { 'Content-Type': 'application/json' } : {}) },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
  if (!response.ok) throw new Error(await response.text());
  return (await response.json()) as T;
}
