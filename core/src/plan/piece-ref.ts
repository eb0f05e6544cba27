import { joinedId, partsOfId } from '../ids.ts';

/** What is stitched in one go comes of one record. */
export type PieceSource = 'placements' | 'rowSets';

export interface PieceRef {
  readonly source: PieceSource;
  /** Id of the record. */
  readonly record: string;
  /** Which of the record's pieces: the number of a part or of the first row, from 1; 0 where the record is one piece. */
  readonly part: number;
}

export const pieceId = ({ source, record, part }: PieceRef): string => joinedId(source, record, part);

/** What all pieces of a record go by together. */
export const recordId = ({ source, record }: Omit<PieceRef, 'part'>): string => joinedId(source, record);

/** Null when it is no piece's id. */
export function pieceRef(id: string): PieceRef | null {
  const { kind, parts } = partsOfId(id);
  const [record, part] = parts;
  if ((kind !== 'placements' && kind !== 'rowSets') || record === undefined || parts.length !== 2) return null;
  return { source: kind, record, part: Number(part) };
}
