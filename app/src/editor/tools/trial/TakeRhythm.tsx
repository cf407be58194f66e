import { drumName, notesOf, readRhythm, type Document } from '@yibbo/core';
import { useMemo } from 'react';
import { takeRhythm } from '../../../acts/trial/take-groove';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { TakenFrom } from './TakenFrom';

/** The patterns of the song that a rhythm can be taken from, by name, and of a kit's patterns each row by itself. */
export function TakeRhythm({ taken }: { readonly taken: string }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const sources = useMemo(() => (document ? sourcesOf(document) : []), [document]);
  const name = readRhythm(taken)?.name;
  return (
    <TakenFrom
      options={sources.map(({ key, words }) => ({ value: key, name: words }))}
      value={sources.find(({ words }) => words === name)?.key ?? null}
      onChange={(key) => {
        const source = sources.find((each) => each.key === key);
        if (source) dispatch(takeRhythm(source));
      }}
    />
  );
}

interface RhythmSource {
  readonly key: string;
  /** "Beat 1, Kick". */
  readonly words: string;
  readonly patternId: string;
  /** The row it is taken from; null for all notes. */
  readonly pitch: number | null;
}

function sourcesOf(document: Document): readonly RhythmSource[] {
  const tracks = new Map(document.tracks.map((track) => [track.id, track]));
  const trackOf = new Map(document.placements.map(({ patternId, trackId }) => [patternId, tracks.get(trackId)]));
  return document.patterns.flatMap(({ id, name }): RhythmSource[] => {
    const notes = notesOf(document, id);
    const track = trackOf.get(id);
    if (notes.length === 0 || !track) return [];
    if (track.kind !== 'drums') return [{ key: id, words: name, patternId: id, pitch: null }];
    const pitches = [...new Set(notes.map(({ pitch }) => pitch))].sort((a, b) => a - b);
    return pitches.map((pitch) => {
      const row = track.rows.find((each) => each.pitch === pitch)?.name ?? drumName(pitch);
      return { key: `${id} ${pitch}`, words: `${name}, ${row}`, patternId: id, pitch };
    });
  });
}
