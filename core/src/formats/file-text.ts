import { Gunzip } from 'fflate';
import { FormatError } from '../problems.ts';
import { DxfTags } from './dxf-tags.ts';
import { hpglCommands } from './hpgl-commands.ts';
import { fileKind, type FileKind, READABLE } from './endings.ts';

/** Longest text that a packed file may hold, bytes. */
const LONGEST_UNPACKED = 20 * 1024 * 1024;
/** So much of a file's beginning tells what it is. */
const HEAD = 4_096;

export interface FileText {
  readonly kind: FileKind;
  readonly text: string;
}

/**
 * What kind of drawing a file holds, by its contents where they tell and else by its ending, and its text: unpacked, and decoded as it was
 * written. Throws `FormatError` when it is none that is read.
 */
export function fileText(file: string, source: Uint8Array): FileText {
  const promised = fileKind(file);
  if (!promised) throw new FormatError(`Gorse reads ${READABLE}. Save the drawing as one of these and drop that.`);
  const bytes = source[0] === 0x1f && source[1] === 0x8b ? unpacked(source) : source;
  const head = decoded(bytes.subarray(0, HEAD), encodingOf(bytes));
  const kind = kindOf(head) ?? promised;
  const encoding = kind === 'dxf' ? (codePageOf(bytes) ?? encodingOf(bytes)) : encodingOf(bytes);
  return { kind, text: decoded(bytes, encoding) };
}

/** What a file's beginning can only be; null where it may be several. */
function kindOf(head: string): FileKind | null {
  const start = head.trimStart();
  if (start.startsWith('<')) return /<([\w.-]+:)?svg[\s>]/.test(head) ? 'svg' : null;
  if (beginsAsDxf(head)) return 'dxf';
  if (/^\{\s*"/.test(start)) return 'gorse';
  // Whatever stands before the first command is for the plotter.
  const [first] = hpglCommands(start);
  return first?.name === 'IN' && /\bIN\s*;|[A-Z]IN\s*;/.test(head) ? 'hpgl' : null;
}

/** A section comes first, but for comments. */
function beginsAsDxf(head: string): boolean {
  const tags = new DxfTags(head);
  let more = tags.next();
  while (more && tags.code === 999) more = tags.next();
  return more && tags.code === 0 && tags.value === 'SECTION';
}

/** Throws `FormatError` on what is damaged or would be too long. */
function unpacked(source: Uint8Array): Uint8Array {
  const parts: Uint8Array[] = [];
  let length = 0;
  const gunzip = new Gunzip((part) => {
    length += part.length;
    if (length > LONGEST_UNPACKED)
      throw new FormatError(
        'Unpacked, this file is larger than 20 MB. Simplify the drawing or save its parts as separate files.',
      );
    parts.push(part);
  });
  // A little at a time: what it unpacks to is counted before there is more of it than memory.
  try {
    for (let at = 0; at < source.length; at += HEAD)
      gunzip.push(source.subarray(at, at + HEAD), at + HEAD >= source.length);
  } catch (error) {
    if (error instanceof FormatError) throw error;
    throw new FormatError('The packed file is damaged. Save the drawing again as plain SVG.');
  }
  const whole = new Uint8Array(length);
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

const decoded = (bytes: Uint8Array, encoding: string): string => new TextDecoder(encoding).decode(bytes);

/** By its mark; without one, by where the zeros stand that half of UTF-16's bytes are in plain text; else UTF-8. */
function encodingOf(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  const head = bytes.subarray(0, 256);
  const zeros = (rest: 0 | 1): number => head.filter((byte, i) => byte === 0 && i % 2 === rest).length;
  const most = head.length / 3;
  if (zeros(1) > most && zeros(0) === 0) return 'utf-16le';
  return zeros(0) > most && zeros(1) === 0 ? 'utf-16be' : 'utf-8';
}

/** Before the release of 2007 DXF was written in the code page that its header names; since then in UTF-8. */
function codePageOf(bytes: Uint8Array): string | null {
  const head = decoded(bytes.subarray(0, 16 * HEAD), 'latin1');
  const said = (name: string): string | undefined => new RegExp(`\\${name}\\s+\\d+\\s+(\\w+)`).exec(head)?.[1];
  const release = /^AC(\d{4})$/.exec(said('$ACADVER') ?? '')?.[1];
  const page = /^(?:ANSI_|DOS)?(\d+)$/i.exec(said('$DWGCODEPAGE') ?? '')?.[1];
  if (page === undefined || (release !== undefined && Number(release) >= 1021)) return null;
  return CODE_PAGES[page] ?? (/^125[0-8]$/.test(page) ? `windows-${page}` : null);
}

const CODE_PAGES: Readonly<Record<string, string>> = {
  874: 'windows-874',
  866: 'ibm866',
  932: 'shift_jis',
  936: 'gbk',
  949: 'euc-kr',
  950: 'big5',
};
