import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { format } from 'prettier';
import { printFigure } from '../figures.ts';
import { CHECKS } from './checks.ts';

const PAGE = fileURLToPath(new URL('../../docs/accuracy.md', import.meta.url));

const HEAD = `# How right the numbers are

Each number that Gorse shows, what it means, what it was held against, and the worst error found. Written by \`npm run bench -- accuracy\`; what it is
held against (\`bench/accuracy\`, \`bench/ideal-cloth.ts\`) shares no code with what it checks. The line-up's doubt, its touches and its disagreements
are measured by \`npm run bench -- lineup\` and \`align\`.

| number | what it is | held against | cases | worst error | borne |
| --- | --- | --- | --- | --- | --- |
`;

/** Smaller errors are told as smaller. */
const LEAST_SHOWN = 1e-4;

const told = (error: number, unit: string): string =>
  unit === 'part' ? `${Number((100 * error).toPrecision(2))} %` : `${Number(error.toPrecision(2))} ${unit}`;

/** Computes every number another way, and writes docs/accuracy.md. */
export async function benchAccuracy(): Promise<void> {
  const rows: string[] = [];
  for (const check of CHECKS) {
    const { number, definition, against, unit, bar } = check;
    const { worst, cases } = check.run();
    printFigure(`accuracy.${number}`, worst, unit, `<= ${bar}`);
    const shown = worst > 0 && worst < LEAST_SHOWN ? `under ${told(LEAST_SHOWN, unit)}` : told(worst, unit);
    const borne = told(bar, unit);
    rows.push(`| ${number} | ${definition} | ${against} | ${cases} | ${shown} | ${borne} |`);
  }
  writeFileSync(PAGE, await format(`${HEAD}${rows.join('\n')}\n`, { parser: 'markdown' }));
}
