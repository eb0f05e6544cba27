import type { DeviceAnswer, PairingCodeAnswer } from '@gorse/contract';
import { nanoid } from 'nanoid';
import type { IncomingMessage } from 'node:http';
import { notFound, Refusal } from '../refusal.ts';
import type { Database } from '../store/database.ts';
import { deleteDevice, insertDevice, listDevices, markSeen, type StoredDevice } from '../store/device-store.ts';
import { PairingCodes } from './pairing-code.ts';
import { type Admitted, hashOf, newToken, tokenHashOf } from './token.ts';

/** How often it is written down that a device was here, ms. */
const SEEN_AGAIN = 3_600_000;

/** The devices that were paired: each has a token of its own, and comes in until it is taken off the list. */
export class Devices {
  private readonly codes = new PairingCodes();
  private byHash: ReadonlyMap<string, StoredDevice> = new Map();

  constructor(
    private readonly database: Database,
    /** Hears who may come in, at each change. */
    private readonly admit: (devices: readonly Admitted[]) => void,
  ) {}

  async load(): Promise<void> {
    this.keep(await listDevices(this.database.read));
  }

  list(): readonly DeviceAnswer[] {
    return [...this.byHash.values()].map(({ id, name, pairedAt, seenAt }) => ({ id, name, pairedAt, seenAt }));
  }

  /** The device that a request comes from; null for one that isn't paired. */
  of(request: IncomingMessage): StoredDevice | null {
    const device = this.byHash.get(tokenHashOf(request) ?? '') ?? null;
    if (device && Date.now() - device.seenAt > SEEN_AGAIN) void this.seen(device);
    return device;
  }

  makeCode(): PairingCodeAnswer {
    return this.codes.make();
  }

  /** Pairs a device; its token is told only now. */
  async pair(code: string, name: string): Promise<string> {
    if (!this.codes.use(code))
      throw new Refusal(
        'forbidden',
        'This code doesn’t hold. It is for one device, for five minutes: make a new one on the computer that Gorse runs on.',
      );
    const token = newToken();
    const now = Date.now();
    const device = { id: nanoid(12), name: this.unlike(name), tokenHash: hashOf(token), pairedAt: now, seenAt: now };
    await this.database.commit((tables) => insertDevice(tables, device));
    this.keep([...this.byHash.values(), device]);
    return token;
  }

  /** It comes in no more. */
  async remove(id: string): Promise<void> {
    if (!(await this.database.commit((tables) => deleteDevice(tables, id)))) throw notFound('device');
    this.keep([...this.byHash.values()].filter((device) => device.id !== id));
  }

  private keep(devices: readonly StoredDevice[]): void {
    this.byHash = new Map(devices.map((device) => [device.tokenHash, device]));
    this.admit(devices.map(({ tokenHash, name }) => ({ tokenHash, name })));
  }

  private async seen(device: StoredDevice): Promise<void> {
    const seenAt = Date.now();
    this.keep([...this.byHash.values()].map((one) => (one.id === device.id ? { ...one, seenAt } : one)));
    await this.database.commit((tables) => markSeen(tables, device.id, seenAt)).catch(() => undefined);
  }

  /** Who drives is told by name. */
  private unlike(name: string): string {
    const taken = new Set(this.list().map((device) => device.name));
    let unlike = name;
    for (let i = 2; taken.has(unlike); i++) unlike = `${name} ${i}`;
    return unlike;
  }
}
