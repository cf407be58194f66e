import { MOST_PUTS, type OwnAnswer, type OwnPut, type OwnThing } from '@yibbo/core';
import type { Store } from '../../state/store';
import { storeStanding, storedStanding, type Standing } from '../../state/belongings/stored-things';
import { thingKey, thingsAnswered, thingsKnown, type KnownThing } from '../../state/belongings/things';
import type { BelongingsInStep } from '../../state/effects';

const FIRST_WAIT_MS = 2000;
const LONGEST_WAIT_MS = 60_000;

export interface BelongingParts {
  readonly send: (since: number, puts: readonly OwnPut[]) => Promise<OwnAnswer>;
  readonly newId: () => string;
}

/** Keeps what is the person's own in step with the server, as songs are: sends what was put here, hears what was put elsewhere, and while the
 *  server is away keeps all of it and tries again. */
export class BelongingSync implements BelongingsInStep {
  private store: Pick<Store, 'dispatch' | 'getState'> | null = null;
  private isExchanging = false;
  private isWanted = false;
  private waitMs = FIRST_WAIT_MS;
  private timer: ReturnType<typeof setTimeout> | null = null;

  private most = MOST_PUTS;
  /** How far this window is, which other windows may be beyond. Read before the things themselves are. */
  private standing = storedStanding();

  constructor(private readonly parts: BelongingParts) {}

  /** Begins to keep the things of a store in step. */
  begin(store: Pick<Store, 'dispatch' | 'getState'>): void {
    this.store = store;
    addEventListener('online', this.goOn);
    document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && this.goOn());
    this.goOn();
  }

  /** Exchanges at once. */
  readonly goOn = (): void => {
    this.waitMs = FIRST_WAIT_MS;
    void this.exchange();
  };

  /** The server's number of puts. */
  readonly heard = (revision: number): void => {
    if (revision !== this.standing.revision) this.goOn();
  };

  private async exchange(): Promise<void> {
    this.isWanted = true;
    if (this.isExchanging || !this.store) return;
    this.isExchanging = true;
    if (this.timer) clearTimeout(this.timer);
    let hasFailed = false;
    while (this.isWanted) {
      this.isWanted = false;
      hasFailed = await this.once().then(
        () => false,
        () => true,
      );
    }
    this.isExchanging = false;
    // Without the server they stay here, and are sent later.
    if (hasFailed) this.tryLater();
  }

  private tryLater(): void {
    this.timer = setTimeout(() => void this.exchange(), this.waitMs);
    this.waitMs = Math.min(LONGEST_WAIT_MS, this.waitMs * 2);
  }

  private async once(): Promise<void> {
    const { epoch, revision } = this.standing;
    const unsent = this.unsent();
    const puts = unsent.slice(0, this.most);
    const answer = await this.parts.send(revision, puts).catch((error: unknown) => this.refused(error, puts));
    if (!answer) return;
    if (epoch !== null && (answer.epoch !== epoch || answer.revision < revision)) return this.beginAnew();
    this.store!.dispatch(thingsAnswered({ sent: puts.map(({ putId }) => putId), things: answer.things }));
    this.stand({ epoch: answer.epoch, revision: answer.revision });
    this.isWanted ||= unsent.length > puts.length;
  }

  /** A request that the server will not take, now or later: its puts go one by one from then on, so that the one it is about holds up no
   *  other; that one stays in this browser. Throws whatever is no refusal. */
  private refused(error: unknown, puts: readonly OwnPut[]): null {
    const { status = 0 } = error as { status?: number };
    if (![400, 413].includes(status) || puts.length === 0) throw error;
    if (puts.length === 1) this.store!.dispatch(thingsAnswered({ sent: [puts[0]!.putId], things: [] }));
    this.most = 1;
    this.isWanted = true;
    return null;
  }

  /** The server's things are another collection than before, or an older state of it: what it has counts, what only this browser has goes there. */
  private async beginAnew(): Promise<void> {
    const { epoch, revision, things } = await this.parts.send(0, []);
    const there = new Set(things.map(thingKey));
    const { dispatch, getState } = this.store!;
    dispatch(thingsAnswered({ sent: [], things }));
    const lost = Object.values(getState().belongings).filter(({ thing, putId }) => !putId && thing.value && !there.has(thingKey(thing)));
    dispatch(thingsKnown(lost.map(({ thing }): KnownThing => ({ thing, putId: this.parts.newId() }))));
    this.stand({ epoch, revision });
    this.isWanted = true;
  }

  private stand(standing: Standing): void {
    this.standing = standing;
    storeStanding(standing);
  }

  private unsent(): readonly OwnPut[] {
    return Object.values(this.store!.getState().belongings).flatMap(({ thing, putId }: KnownThing) =>
      putId ? [{ ...(thing as OwnThing), putId } as OwnPut] : [],
    );
  }
}
