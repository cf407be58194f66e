import { desc, eq } from 'drizzle-orm';
import { randomInt } from 'node:crypto';
import type { Orm } from '../database/open';
import { safeText } from '../database/safe-text';
import { devices } from '../database/schema';
import type { SongQueries } from '../database/songs';
import { inTransaction } from '../database/transaction';

export interface Device {
  readonly id: string;
  readonly name: string;
  readonly createdAt: number;
  readonly seenAt: number;
}

const CODE_DIGITS = 8;
const SEEN_EVERY_MS = 60_000;

/** Who may come in from other machines: the code they are asked for once, and the devices that have entered it. */
export class Devices {
  /** Known in memory too, so that asking costs no reading. */
  private readonly known: Map<string, Device>;

  constructor(
    private readonly orm: Orm,
    private readonly now: () => number,
    private readonly newId: () => string,
  ) {
    this.known = new Map(
      orm
        .select({ id: safeText(devices.id), name: safeText(devices.name), createdAt: devices.createdAt, seenAt: devices.seenAt })
        .from(devices)
        .orderBy(desc(devices.seenAt))
        .all()
        .map((device) => [device.id, device]),
    );
  }

  list(): Device[] {
    return [...this.known.values()].sort((a, b) => b.seenAt - a.seenAt);
  }

  async add(name: string): Promise<Device> {
    const device = { id: this.newId(), name: name.slice(0, 100), createdAt: this.now(), seenAt: this.now() };
    await inTransaction(this.orm, () => this.orm.insert(devices).values(device).run());
    this.known.set(device.id, device);
    return device;
  }

  /** Whether the device may come in; notes that it was here. */
  isKnown(id: string): boolean {
    const device = this.known.get(id);
    if (!device) return false;
    if (this.now() - device.seenAt > SEEN_EVERY_MS) this.see({ ...device, seenAt: this.now() });
    return true;
  }

  async remove(id: string): Promise<void> {
    await inTransaction(this.orm, () => this.orm.delete(devices).where(eq(devices.id, id)).run());
    this.known.delete(id);
  }

  private see(device: Device): void {
    this.known.set(device.id, device);
    const write = () => this.orm.update(devices).set({ seenAt: device.seenAt }).where(eq(devices.id, device.id)).run();
    // When it was last here is not worth refusing it for a full disk.
    inTransaction(this.orm, write).catch(() => undefined);
  }
}

/** A setting that is made the first time it is asked for; where it cannot be kept, it holds until the server ends. */
export async function settingOrNew(queries: SongQueries, key: string, make: () => string): Promise<string> {
  const kept = await queries.setting(key);
  if (kept !== null) return kept;
  const made = make();
  await queries.setSetting(key, made).catch(() => undefined);
  return made;
}

export function newCode(): string {
  return String(randomInt(10 ** CODE_DIGITS)).padStart(CODE_DIGITS, '0');
}
