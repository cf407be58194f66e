import type { Document, Note } from '../src';
import { anyNotes } from './make';

/** Few pitches, so that notes meet; many rolls and passes; no chance, so that a rule can say what sounds. */
export const meetingNotes = anyNotes(8).map((notes) =>
  notes.map((each, index): Note => {
    const { chance: _chance, oneOf: _oneOf, share: _share, drawnWith: _drawnWith, ...plain } = each;
    const rolled: Partial<Note> = index % 3 === 0 ? { roll: { hits: 2 + (each.velocity % 4), shape: 'even' } } : {};
    const turn: Partial<Note> = index % 4 === 1 ? { passes: { of: 3, mask: 1 + (each.velocity % 6) } } : {};
    return { ...plain, ...rolled, ...turn, pitch: 60 + (each.pitch % 3), velocity: 40 + (each.velocity % 3) };
  }),
);

/** One note struck in one pass of one placement. */
interface Struck {
  readonly tick: number;
  readonly placementEnd: number;
  readonly note: Note;
}

/** All that sounds of a song whose placements show one pattern on one track, as "tick id length" in order: worked out note against note, by the rules
 *  in plain words, without windows, loops or stages. For notes without chance and groups. */
export function soundsByRule(document: Document): string[] {
  const all = document.placements.flatMap((placement) => struckIn(document, placement));
  const sounding = all.filter(
    (one, index) =>
      !all.some(
        (other, at) => isSameKey(one, other) && one.tick === other.tick && (at < index ? !isLouder(one, other) : isLouder(other, one)),
      ),
  );
  return sounding
    .flatMap((one) => {
      const next = all.reduce(
        (first, other) => (isSameKey(one, other) && other.tick > one.tick && other.tick < first ? other.tick : first),
        Infinity,
      );
      return hitsByRule(one)
        .filter(({ tick }) => tick < Math.min(next, one.placementEnd))
        .map(({ tick, end }) => `${tick} ${one.note.id} ${Math.min(end, next, one.placementEnd) - tick}`);
    })
    .sort();
}

function struckIn(document: Document, { start, length, offset }: Document['placements'][number]): Struck[] {
  const pattern = document.patterns[0]!;
  const end = start + length;
  return (document.notes[pattern.id] ?? []).flatMap((note) => {
    const loop = pattern.rowLengths?.find(({ pitch }) => pitch === note.pitch)?.length ?? pattern.length;
    if (note.muted || note.start >= loop) return [];
    const passes = Array.from({ length: Math.ceil((length + offset) / loop) }, (_, pass) => pass);
    return passes
      .filter((pass) => !note.passes || Math.floor(note.passes.mask / 2 ** (pass % note.passes.of)) % 2 === 1)
      .map((pass) => ({ tick: start - offset + pass * loop + note.start, placementEnd: end, note }))
      .filter(({ tick }) => tick >= start && tick < end);
  });
}

function hitsByRule({ tick, note: { length, roll } }: Struck): { readonly tick: number; readonly end: number }[] {
  const hits = Math.min(roll?.hits ?? 1, length);
  const edges = Array.from({ length: hits + 1 }, (_, index) => tick + Math.round((index * length) / hits));
  return edges.slice(1).map((end, index) => ({ tick: edges[index]!, end }));
}

function isSameKey({ note: a }: Struck, { note: b }: Struck): boolean {
  return a.pitch === b.pitch && (a.voice ?? 1) === (b.voice ?? 1);
}

function isLouder({ note: a }: Struck, { note: b }: Struck): boolean {
  return a.velocity > b.velocity;
}
