import { joinedId, partsOfId } from '../ids.ts';

/** The kinds of record that pieces come of; in this order they are stitched. */
export const PIECE_SOURCES = ['placements', 'rowSets', 'borderSets'] as const;
export type PieceSource = (typeof PIECE_SOURCES)[number];

export interface PieceRef {
  readonly source: PieceSource;
  /** Id of the record. */
  readonly record: string;
  /** Which of the record's pieces: the number of a part or of the first row, from 1; 0 where the record is one piece. */
  readonly part: number;
}

/** A record that pieces come of. */
export type Maker = Pick<PieceRef, 'source' | 'record'>;

export const pieceId = ({ source, record, part }: PieceRef): string => joinedId(source, record, part);

/** What all pieces of a record go by together. */
export const recordId = ({ source, record }: Omit<PieceRef, 'part'>): string => joinedId(source, record);

/** Null when it is no piece's id. */
export function pieceRef(id: string): PieceRef | null {
  const { kind, parts } = partsOfId(id);
  const source = PIECE_SOURCES.find((one) => one === kind);
  const [record, part] = parts;
  return source && record !== undefined && parts.length === 2 ? { source, record, part: Number(part) } : null;
}
