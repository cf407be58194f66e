import { counted, type BroughtIn, type Id, type SongCard } from '@yibbo/core';
import { useCallback, useEffect, useState } from 'react';
import { api } from '../../sync/api';

/** How soon the songs are asked for again where not all could be told of yet. */
const UNFINISHED_AGAIN_MS = 700;

interface Done {
  readonly words: string;
  /** The song that was deleted, where that is what was done. */
  readonly deletedId?: Id;
}

export interface Songs {
  /** The songs and when they were asked for; null until they have come. */
  readonly listed: { readonly songs: readonly SongCard[]; readonly at: number } | null;
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
  /** Brings in the songs of a song file. */
  readonly takeFile: (file: File) => void;
}

/** The songs of this server, and what can be done with one as a whole. */
export function useSongs(): Songs {
  const [listed, setListed] = useState<Songs['listed']>(null);
  const [deleted, setDeleted] = useState<readonly SongCard[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<Done | null>(null);
  const ask = useCallback(
    () =>
      Promise.all([api.list(), api.deleted()]).then(
        ([songs, gone]) => {
          setProblem(null);
          setListed({ songs, at: Date.now() });
          setDeleted(gone);
        },
        (error: Error) => setProblem(error.message),
      ),
    [],
  );
  useEffect(() => void ask(), [ask]);
  const isUnfinished = listed?.songs.some(({ isBeingMade }) => isBeingMade) ?? false;
  useEffect(() => {
    if (!isUnfinished) return undefined;
    const again = setTimeout(() => void ask(), UNFINISHED_AGAIN_MS);
    return () => clearTimeout(again);
  }, [isUnfinished, listed, ask]);
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
    listed,
    deleted,
    problem,
    done,
    tryAgain: () => void ask(),
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
