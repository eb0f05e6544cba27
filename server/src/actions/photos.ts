import { LARGEST_PHOTO } from '@gorse/contract';
import { nanoid } from 'nanoid';
import { found, notFound, Refusal } from '../refusal.ts';
import type { Database } from '../store/database.ts';
import { findPhoto, insertPhoto } from '../store/photo-store.ts';
import { isQuilt } from '../store/quilt-store.ts';

/** How files of each kind begin. */
const BEGINNINGS: readonly (readonly [type: string, starts: (bytes: Uint8Array) => boolean])[] = [
  ['image/jpeg', (b) => b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff],
  ['image/png', (b) => ascii(b, 1, 4) === 'PNG' && b[0] === 0x89],
  ['image/webp', (b) => ascii(b, 0, 4) === 'RIFF' && ascii(b, 8, 12) === 'WEBP'],
];
const ascii = (bytes: Uint8Array, from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to));

/** Keeps a photo with a quilt, byte for byte. Refuses what is none by how it begins, whatever it is called. */
export async function addPhoto(database: Database, quiltId: string, source: Uint8Array): Promise<{ id: string }> {
  if (!(await isQuilt(database.read, quiltId))) throw notFound('quilt');
  if (source.length > LARGEST_PHOTO)
    throw new Refusal(
      'tooLarge',
      `This photo is larger than ${LARGEST_PHOTO / 1024 / 1024} MB. Save it with fewer pixels: 3000 along its longer side show enough.`,
    );
  const type = BEGINNINGS.find(([, starts]) => starts(source))?.[0];
  if (type === undefined)
    throw new Refusal(
      'cannotRead',
      'Gorse lays JPEG, PNG and WebP photos under a map. Save the photo as one of these.',
    );
  const id = nanoid(12);
  await database.commit((tables) => insertPhoto(tables, { quiltId, id, type, source, addedAt: Date.now() }));
  return { id };
}

export const getPhoto = async (database: Database, quiltId: string, id: string) =>
  found(await findPhoto(database.read, quiltId, id), 'photo');
