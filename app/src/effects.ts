import type { Change, Id } from '@yibbo/core';
import { nanoid } from 'nanoid';
import { createContext, useContext } from 'react';
import { BelongingSync } from './belongings/belonging-sync';
import { AppSound } from './audio/sound';
import { HeldInputs } from './pattern/grid/gesture/held';
import { GridOnScreen } from './pattern/grid/viewport/on-screen';
import { PageOnScreen } from './song/page/on-screen';
import { stored, store } from './preferences/storage';
import { api, type Server } from './sync/api';
import { WavMaker } from './transfer/wav-maker';
import { Outbox } from './sync/outbox';

/** Where the Changes of the open song go to be kept. */
export interface Keeping {
  /** Keeps a Change in this browser and sends it. */
  keep(change: Change): void;
  /** Keeps these Changes as all that is unsent. */
  rekeep(unsent: readonly Change[]): Promise<void>;
  /** Tries to send at once. */
  goOn(): void;
}

/** Holds what keeps the open song; nothing while none is open. */
export class KeepingSlot {
  private kept: Keeping | null = null;

  get current(): Keeping | null {
    return this.kept;
  }

  /** Keeps by `keeping` from now on; returns what ends that. */
  attach(keeping: Keeping): () => void {
    this.kept = keeping;
    return () => {
      if (this.kept === keeping) this.kept = null;
    };
  }
}

/** All that the app does beside its state: thunks get it as their third argument, components by `useEffects`. */
export interface Effects {
  readonly newId: () => Id;
  /** Milliseconds since 1970. */
  readonly now: () => number;
  /** Names this browser in the history. */
  readonly deviceId: Id;
  readonly server: Pick<Server, 'change' | 'bringBack' | 'history' | 'songAt' | 'copy' | 'takeAsWhole'>;
  /** The outbox of this page, opened when it is first asked for. */
  readonly outbox: () => Outbox;
  readonly keeping: KeepingSlot;
  readonly sound: AppSound;
  readonly grid: GridOnScreen;
  readonly page: PageOnScreen;
  readonly held: HeldInputs;
  readonly wav: WavMaker;
  /** Keeps what is the person's own in step with the server. */
  readonly belongings: BelongingSync;
}

const DEVICE_KEY = 'yibbo device';

function deviceId(): Id {
  const { id } = stored(DEVICE_KEY, { id: nanoid(10) });
  store(DEVICE_KEY, { id });
  return id;
}

/** The effects of a page in a browser. */
export function browserEffects(): Effects {
  let outbox: Outbox | null = null;
  return {
    newId: () => nanoid(),
    now: () => Date.now(),
    deviceId: deviceId(),
    server: api,
    outbox: () => (outbox ??= new Outbox()),
    keeping: new KeepingSlot(),
    sound: new AppSound(),
    grid: new GridOnScreen(),
    page: new PageOnScreen(),
    held: new HeldInputs(),
    wav: new WavMaker(),
    belongings: new BelongingSync({ send: api.belongings, newId: () => nanoid() }),
  };
}

const EffectsContext = createContext<Effects | null>(null);
export const EffectsProvider = EffectsContext.Provider;

/** The effects of the app this component stands in. Throws outside of one. */
export function useEffects(): Effects {
  const effects = useContext(EffectsContext);
  if (!effects) throw new Error('There are no effects outside of AppFrame.');
  return effects;
}
