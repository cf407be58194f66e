import { nanoid } from 'nanoid';
import type { Id } from '@yibbo/core';
import { BelongingSync } from '../acts/belongings/belonging-sync';
import { MidiInputs } from '../audio/midi-inputs';
import { FaultLog } from '../browser/fault-log';
import { HandedFile } from '../browser/handed-files';
import { InstalledApp } from '../browser/installed-app';
import { AppSound } from '../audio/sound';
import { store, stored } from '../browser/storage';
import type { Effects, Keeping, KeepingSlot } from '../state/effects';
import { GridOnScreen } from '../state/on-screen/grid';
import { HeldInputs } from '../state/on-screen/held';
import { PageOnScreen } from '../state/on-screen/page';
import { PressedKeys } from '../state/on-screen/pressed-keys';
import { api } from '../sync/api';
import { KeptSongs } from '../sync/kept-songs';
import { Leftovers } from '../sync/leftovers';
import { Outbox } from '../sync/outbox';
import { FilesSlot } from '../state/recordings/files-slot';
import type { FileNews, SoundFiles } from '../sync/sound-files';
import { WavMaker } from '../workers/wav-maker';

class OpenKeeping implements KeepingSlot {
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

const DEVICE_KEY = 'yibbo device';

function deviceId(): Id {
  const { id } = stored(DEVICE_KEY, { id: nanoid(10) });
  store(DEVICE_KEY, { id });
  return id;
}

/** The effects of a page in a browser. */
export function browserEffects(): Effects & { readonly belongings: BelongingSync } {
  let opened: Outbox | null = null;
  const outbox = () => (opened ??= new Outbox());
  const keptSongs = new KeptSongs(() => Date.now());
  const keeping = new OpenKeeping();
  const files = new FilesSlot(openFiles);
  return {
    newId: () => nanoid(),
    now: () => Date.now(),
    deviceId: deviceId(),
    windowId: nanoid(10),
    server: api,
    outbox,
    keptSongs,
    leftovers: new Leftovers({ outbox, kept: keptSongs, server: api, isOpen: (songId) => keeping.current?.songId === songId }),
    keeping,
    sound: new AppSound((hash) => files.samplesOf(hash)),
    files,
    grid: new GridOnScreen(),
    page: new PageOnScreen(),
    held: new HeldInputs(),
    pressed: new PressedKeys(),
    midi: new MidiInputs(),
    recording: { current: null },
    tapping: { current: null },
    wav: new WavMaker(),
    installed: new InstalledApp(),
    faults: new FaultLog(),
    handedOver: new HandedFile(),
    belongings: new BelongingSync({ send: api.belongings, newId: () => nanoid() }),
  };
}

/** The part that keeps and reads sound files: it comes when the first is there. */
async function openFiles(tell: (hash: string, news: FileNews) => void): Promise<SoundFiles> {
  const [files, hash, decode, hits] = await Promise.all([
    import('../sync/sound-files'),
    import('../sync/hash'),
    import('../audio/decode'),
    import('../workers/hits'),
  ]);
  return new files.SoundFiles({
    server: api,
    decode: decode.decodeSound,
    listen: hits.listenTo,
    hashOf: hash.hashOfFile,
    tell,
  });
}
