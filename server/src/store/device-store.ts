import { asc, eq } from 'drizzle-orm';
import type { Tables } from './database.ts';
import { devices } from './schema.ts';

export type StoredDevice = typeof devices.$inferSelect;

export const listDevices = (tables: Tables): Promise<StoredDevice[]> =>
  tables.select().from(devices).orderBy(asc(devices.pairedAt));

export async function insertDevice(tables: Tables, device: StoredDevice): Promise<void> {
  await tables.insert(devices).values(device);
}

export async function markSeen(tables: Tables, id: string, seenAt: number): Promise<void> {
  await tables.update(devices).set({ seenAt }).where(eq(devices.id, id));
}

export async function deleteDevice(tables: Tables, id: string): Promise<boolean> {
  return (await tables.delete(devices).where(eq(devices.id, id)).returning({ id: devices.id })).length > 0;
}
