import { counted, type BroughtIn, type Id, type SongCard } from '@yibbo/core';
import { useCallback, useEffect, useState } from 'react';
import { keptCards } from '../../acts/song/made-here';
import { store, stored } from '../../browser/storage';
import { useEffects, type Effects } from '../../state/effects';
import { api, isAway } from '../../sync/api';

/** How soon the songs are asked for again where not all could be told of yet. */
const UNFINISHED_AGAIN_MS = 700;

/** The names of the server's songs as they were last listed. */
const NAMES_KEY = 'yibbo songs by name';

/** The songs that are kept in this browser, and the names of the others. */
async function songsHere(effects: Effects): Promise<NonNullable<Songs['listed']>> {
  const songs = await keptCards(effects).catch(() => []);
  const { names } = stored(NAMES_KEY, { names: [] as readonly (readonly [Id, string])[] });
  const here = new Set(songs.map(({ id }) => id));
  return { songs, at: Date.now(), notHere: names.filter(([id]) => !here.has(id)).map(([, name]) => name) };
}

interface Done {
  readonly words: string;
  /** The song that was deleted, where that is what was done. */
  readonly deletedId?: Id;
}

export interface Songs {
  /** The songs and when they were asked for; null until they have come. While the server is away, those that are kept here, and the names of
   *  the others. */
  readonly listed: { readonly songs: readonly SongCard[]; readonly at: number; readonly notHere?: readonly string[] } | null;
  readonly deleted: readonly SongCard[];
  readonly problem: string | null;
  readonly done: Done | null;
  readonly tryAgain: () => void;
  readonly rename: (song: SongCard, name: string) => void;
  readonly copy: (song: SongCard) => void;
  readonly remove: (song: SongCard) => void;
  readonly rescue: (song: SongCard) => void;
  /** Makes a song of what it was in the copy of a day. */
  readonly fromDay: (song: SongCard, day: string) => void;
  /** Takes a song of which something was lost as it is. */
  readonly takeAsWhole: (song: SongCard) => void;
  readonly bringBack: (song: SongCard) => void;
  readonly undo: () => void;
  readonly say: (words: string) => void;
  /** Brings in the songs of a song file. */
  readonly takeFile: (file: File) => void;
}

/** The songs of this server or, while it is away, of this device; asked for anew when the network comes back. */
function useListed() {
  const [listed, setListed] = useState<Songs['listed']>(null);
  const [deleted, setDeleted] = useState<readonly SongCard[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const effects = useEffects();
  const ask = useCallback(
    () =>
      Promise.all([api.list(), api.deleted()]).then(
        ([songs, gone]) => {
          setProblem(null);
          setListed({ songs, at: Date.now() });
          setDeleted(gone);
          store(NAMES_KEY, { names: songs.map(({ id, name }) => [id, name]) });
          void effects.keptSongs.drop(gone.map(({ id }) => id)).catch(() => undefined);
        },
        async (error: Error) => {
          setProblem(error.message);
          if (isAway(error)) setListed(await songsHere(effects));
        },
      ),
    [effects],
  );
  /** Asks for the songs; once the server answers, what earlier pages left unsent goes there, and may make new ones. */
  const tryAgain = useCallback(
    () =>
      void ask()
        .then(() => effects.leftovers.send())
        .then((sent) => (sent > 0 ? ask() : undefined)),
    [ask, effects],
  );
  useEffect(() => {
    tryAgain();
    addEventListener('online', tryAgain);
    return () => removeEventListener('online', tryAgain);
  }, [tryAgain]);
  const isUnfinished = listed?.songs.some(({ isBeingMade }) => isBeingMade) ?? false;
  useEffect(() => {
    if (!isUnfinished) return undefined;
    const again = setTimeout(() => void ask(), UNFINISHED_AGAIN_MS);
    return () => clearTimeout(again);
  }, [isUnfinished, listed, ask]);
  return { listed, deleted, problem, ask, tryAgain };
}

/** The songs, and what can be done with one as a whole. */
export function useSongs(): Songs {
  const { ask, ...songs } = useListed();
  const [done, setDone] = useState<Done | null>(null);
  const act = <T>(work: Promise<T>, say: (result: T) => Done | null) =>
    void work.then(
      (result) => {
        setDone(say(result));
        return ask();
      },
      (error: Error) => setDone({ words: error.message }),
    );
  const takeFile = (file: File) => {
    setDone({ words: `Bringing in ${file.name} …` });
    act(api.takeSongFile(file), broughtInWords);
  };
  const back = (id: Id, words: string) => act(api.bringBack(id), () => ({ words }));
  return {
    takeFile,
    say: (words) => setDone({ words }),
    ...songs,
    done,
    rename: ({ id }, name) => act(api.rename(id, name), () => null),
    copy: ({ id }) => act(api.copy(id), ({ name }) => ({ words: `${name} was made.` })),
    remove: ({ id, name }) => act(api.delete(id), () => ({ words: `${name} was deleted. It is kept for 30 days.`, deletedId: id })),
    rescue: ({ id }) => act(api.rescue(id), ({ name, lost }) => ({ words: rescuedWords(name, lost) })),
    fromDay: ({ id }, day) => act(api.songFromDay(id, day), ({ name }) => ({ words: `${name} was made.` })),
    takeAsWhole: ({ id }) => act(api.takeAsWhole(id), () => null),
    bringBack: ({ id, name }) => back(id, `${name} is back.`),
    undo: () => done?.deletedId && back(done.deletedId, 'It is back.'),
  };
}

function rescuedWords(name: string, lost: number): string {
  return `${name} was made of what can be read${lost ? `; ${counted(lost, 'part is', 'parts are')} lost` : ', which is all of it'}.`;
}

function broughtInWords({ songs, said }: BroughtIn): Done {
  const names = songs.map(({ name }) => name).join(', ');
  const words =
    songs.length === 0 ? 'No song came in.' : songs.length === 1 ? `${names} is here.` : `${songs.length} songs are here: ${names}.`;
  return { words: [words, ...said].join(' ') };
}
