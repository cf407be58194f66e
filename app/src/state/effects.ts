import type { Change, Id } from '@yibbo/core';
import type { Played } from '@yibbo/core/recording';
import { createContext, useContext, useSyncExternalStore } from 'react';
import type { FaultLog } from '../browser/fault-log';
import type { HandedFile } from '../browser/handed-files';
import type { AppStanding, InstalledApp } from '../browser/installed-app';
import type { MidiInputs } from '../audio/midi-inputs';
import type { AppSound } from '../audio/sound';
import type { FilesSlot } from './recordings/files-slot';
import type { HeldInputs } from './on-screen/held';
import type { GridOnScreen } from './on-screen/grid';
import type { PageOnScreen } from './on-screen/page';
import type { PressedKeys } from './on-screen/pressed-keys';
import type { InputSource } from './preferences/play-in';
import type { Server } from '../sync/api';
import type { WavMaker } from '../workers/wav-maker';
import type { KeptSongs } from '../sync/kept-songs';
import type { Leftovers } from '../sync/leftovers';
import type { Outbox } from '../sync/outbox';

/** Where the Changes of the open song go to be kept. */
export interface Keeping {
  readonly songId: Id;
  /** Keeps a Change in this browser and sends it. */
  keep(change: Change): void;
  /** Keeps these Changes as all that is unsent. */
  rekeep(unsent: readonly Change[]): Promise<void>;
  /** Tries to send at once. */
  goOn(): void;
}

/** Saves the open song, for thunks that do not know how; null while no song is open. */
export interface KeepingSlot {
  readonly current: Keeping | null;
  /** Keeps by `keeping` from now on; returns what ends that. */
  attach(keeping: Keeping): () => void;
}

/** A recording under way, fed with the events played. */
export interface RecordingRun {
  take(event: Played, source: InputSource): void;
  /** Ends it, now; what is held ends with it. */
  end(): void;
}

/** A tap test takes what is played from one source, by the moment it was done. */
export interface TapSlot {
  current: { readonly source: InputSource; readonly tap: (at: number) => void } | null;
}

/** The recording that goes on; null while none does. */
export interface RecordingSlot {
  current: RecordingRun | null;
}

/** Keeps what is the person's own in step with the server. */
export interface BelongingsInStep {
  /** Exchanges with the server at once. */
  readonly goOn: () => void;
  /** The server's number of puts. */
  readonly heard: (revision: number) => void;
}

/** All that the app does beside its state: thunks get it as their third argument, components by `useEffects`. */
export interface Effects {
  readonly newId: () => Id;
  /** Milliseconds since 1970. */
  readonly now: () => number;
  /** Names this browser in the history. */
  readonly deviceId: Id;
  /** Names this page among the windows of a song. */
  readonly windowId: Id;
  readonly server: Pick<
    Server,
    'create' | 'tellHere' | 'open' | 'send' | 'change' | 'bringBack' | 'history' | 'songAt' | 'copy' | 'takeAsWhole'
  >;
  /** The outbox of this page, opened when it is first asked for. */
  readonly outbox: () => Outbox;
  /** Songs kept in this browser, to be opened while the server is away. */
  readonly keptSongs: KeptSongs;
  readonly leftovers: Leftovers;
  readonly keeping: KeepingSlot;
  readonly sound: AppSound;
  readonly grid: GridOnScreen;
  readonly page: PageOnScreen;
  readonly held: HeldInputs;
  readonly pressed: PressedKeys;
  readonly midi: MidiInputs;
  readonly recording: RecordingSlot;
  readonly tapping: TapSlot;
  readonly files: FilesSlot;
  readonly wav: WavMaker;
  readonly belongings: BelongingsInStep;
  readonly installed: InstalledApp;
  readonly faults: FaultLog;
  /** A sound file for the song that opens next. */
  readonly handedOver: HandedFile;
}

const EffectsContext = createContext<Effects | null>(null);
export const EffectsProvider = EffectsContext.Provider;

/** The effects of the app this component stands in. Throws outside of one. */
export function useEffects(): Effects {
  const effects = useContext(EffectsContext);
  if (!effects) throw new Error('There are no effects outside of AppFrame.');
  return effects;
}

/** How the page stands with the browser: kept, installed, out of date. Re-renders when that changes. */
export function useAppStanding(): AppStanding {
  const { installed } = useEffects();
  return useSyncExternalStore(installed.listen, installed.now);
}
