/** Puts the demo quilt and designs onto a running server, once: what is there already stays as it is. */
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const DESIGNS = fileURLToPath(new URL('designs/', import.meta.url));
const INCH = 25.4;

/** A runner for the mess table of the ferry Guillemot: measured, nothing placed yet. */
const TIDE_TABLE = {
  name: 'Tide Table',
  grid: { across: 4, down: 2, blockWidth: 8 * INCH, blockHeight: 8 * INCH, sashing: 1.5 * INCH, border: 2 * INCH },
};

async function ask(url, method = 'GET', body, type = 'application/json') {
  const response = await fetch(url, { method, body, headers: body === undefined ? {} : { 'Content-Type': type } });
  if (!response.ok) throw new Error(`${method} ${url} answered ${response.status}: ${await response.text()}`);
  return response.json();
}

export async function makeDemo(base) {
  const designs = new Set((await ask(`${base}/api/designs`)).map((design) => design.file));
  for (const file of readdirSync(DESIGNS).filter((name) => name.endsWith('.svg'))) {
    if (!designs.has(file))
      await ask(
        `${base}/api/designs?file=${encodeURIComponent(file)}`,
        'POST',
        readFileSync(DESIGNS + file),
        'image/svg+xml',
      );
  }
  const quilts = await ask(`${base}/api/quilts`);
  if (!quilts.some((quilt) => quilt.name === TIDE_TABLE.name))
    await ask(`${base}/api/quilts`, 'POST', JSON.stringify(TIDE_TABLE));
}
