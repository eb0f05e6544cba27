import { strToU8 } from 'fflate';
import { designSheet, writeCsv, writeGcode, writeGorseDocument, writeHpgl } from '@gorse/core';
import { randomFrom } from '../../core/src/random.ts';
import { dxfCase } from './dxf-cases.ts';
import { svgCase } from './svg-cases.ts';

/** A file of any format, drawn by nobody and damaged in some way, the same for the same seed. */
export function damagedCase(seed: number): readonly [file: string, source: Uint8Array] {
  const random = randomFrom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const line = Float64Array.from({ length: 2 * (2 + Math.floor(random() * 60)) }, () => random() * 300);
  const sheet = designSheet('Damaged', [line], 1000);
  const [ending, text] = pick([
    () => ['svg', svgCase(seed)] as const,
    () => ['svg', svgCase(seed)] as const,
    () => ['dxf', dxfCase(seed)] as const,
    () => ['gcode', writeGcode(sheet)] as const,
    () => ['plt', writeHpgl(sheet)] as const,
    () => ['csv', writeCsv(sheet)] as const,
    () => ['gorse.json', writeGorseDocument({ name: 'a', kind: null, tags: [] }, [line])] as const,
  ])();
  const at = (): number => Math.floor(random() * text.length);
  const NUMBER = /-?\d+(\.\d+)?/g;
  const someNumber = (by: string): string => {
    let left = Math.floor(random() * (text.match(NUMBER)?.length ?? 1));
    return text.replace(NUMBER, (found) => (left-- === 0 ? by : found));
  };
  const damaged = pick([
    () => text,
    () => text.slice(0, at()),
    () => text.slice(at()),
    () => text.slice(0, at()) + text.slice(at()),
    () => someNumber(pick(['1e308', '-1e308', 'NaN', 'Infinity', '9'.repeat(400), '', '1e-320', '--3', '0'])),
    () =>
      text.replace(NUMBER, (found) =>
        random() < 0.1 ? String(Number(found) * 10 ** Math.floor(random() * 40)) : found,
      ),
    () =>
      Array.from(text, (sign) => (random() < 0.01 ? String.fromCharCode(Math.floor(random() * 300)) : sign)).join(''),
    () => text.replaceAll(pick(['"', '\n', ' ', '0', 'e', '<', '1']), pick(['', '\r', ' ', '\u0000', '<<', '9999999'])),
    () => text.repeat(1 + Math.floor(random() * 3)),
    () =>
      text
        .split(pick(['>', '\n', ';']))
        .sort(() => random() - 0.5)
        .join(pick(['>', '\n', ';'])),
    () => `${pick(['\uFEFF', '\u0000', ' '.repeat(5000), '\n'.repeat(5000), '<!-- -->', '%!PS\n'])}${text}`,
  ])();
  const bytes = pick([
    () => strToU8(damaged),
    () => strToU8(damaged),
    () => strToU8(damaged, true),
    () =>
      Uint8Array.from({ length: 2 * damaged.length }, (_, i) =>
        i % 2 === 0 ? damaged.charCodeAt(i >> 1) : damaged.charCodeAt(i >> 1) >> 8,
      ),
  ])();
  // Now and then its name says something else.
  return [
    `damaged.${random() < 0.9 ? ending : pick(['svg', 'dxf', 'gcode', 'plt', 'csv', 'json', 'svgz', 'txt'])}`,
    bytes,
  ];
}
