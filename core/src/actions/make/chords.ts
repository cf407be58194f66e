import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import { chordsOf } from '../../notes/chords';
import { readChords, type ChordLine } from '../../notes/chord-words';
import { SPREADS, voiced } from '../../notes/voicing';
import { gridOfRow, meterAt } from '../../time';
import { amountParam, amountTicks, type AmountUnit } from '../amounts';
import { notesAction, type ActionContext, type NotesPart } from '../action';
import { choiceParam, landingParam, paramsOf, sliderParam, textParam, wholeParam } from '../params';

export const chords = notesAction({
  id: 'chords',
  family: 'make',
  subject: 'notes',
  takes: 'nothing',
  label: 'Make chords',
  short: 'Chords',
  help: 'Writes chords from the cursor on: a ready progression by its mood, or names such as Am7 or C/E and degrees such as ii, each with its beats after “:”. Each goes as near as it can to the one before, or stands by its inversion and spread.',
  words: ['progression', 'harmony', 'triad', 'seventh', 'voicing', 'inversion', 'keys', 'pad', 'degree', 'roman', 'mood'],
  params: paramsOf({
    each: amountParam('Each lasts', 'bar'),
    text: textParam('Chords', 'Am7:4 F C/E:2 G7:2'),
    voicing: choiceParam('Voicing', ['nearest', 'set'], 'nearest', { nearest: 'nearest to the last', set: 'as set' }),
    inversion: wholeParam('Inversion', 0, 6, 0),
    spread: choiceParam('Spread', SPREADS, 'close', { bass: 'bass apart' }),
    lowest: wholeParam('From', 24, 84, 52, 'pitch'),
    octaves: wholeParam('Over', 2, 3, 2, 'octaves'),
    velocity: sliderParam('Velocity', 1, 127, 84, ''),
    landing: landingParam(),
  }),
  main: ['each', 'text'],
  run: (part, { text, each, voicing, velocity, landing, ...settings }, context) => {
    const line = chordLine(text, each, context);
    if (!line.ok) return { notes: [] };
    let before: readonly number[] = chordBefore(part, context);
    const notes = line.words.flatMap(({ chord, start, length }, index) => {
      if (!chord) return [];
      before = voiced(chord, { ...settings, isNearest: voicing === 'nearest' }, before);
      return before.map((pitch, place) => ({
        id: context.newId('chords', index * MOST_VOICES + place),
        patternId: context.patternId,
        ...{ start, length, pitch },
        velocity: Math.round(velocity),
      }));
    });
    return { notes: inOrder(notes, byStartThenPitch), landing };
  },
  whyNot: (_part, { text, each }, context) => {
    const line = chordLine(text, each, context);
    return line.ok ? null : line.problem;
  },
});

/** No chord has more notes. */
const MOST_VOICES = 16;

/** A typed line of chords read from the cursor on, each lasting one of a unit where it does not say. */
export function chordLine(
  text: string,
  each: AmountUnit,
  context: Pick<ActionContext, 'key' | 'meters' | 'tempos' | 'grid' | 'rowGrids' | 'at'>,
): ChordLine {
  const { key, meters, tempos, at } = context;
  const grid = gridOfRow(context, at.pitch);
  const lengthAt = (tick: number) => amountTicks(1, each, { grid, tempos, meter: meterAt(meters, tick) }, tick);
  return readChords(text, { key, meters, startTick: at.tick, lengthAt });
}

/** The pitches of the last chord that begins before the cursor; none where no chord does. */
function chordBefore({ around }: NotesPart, { at }: ActionContext): readonly number[] {
  const earlier = inOrder(
    (around?.() ?? []).filter(({ start }) => start < at.tick),
    byStartThenPitch,
  );
  const last = chordsOf(earlier).findLast((chord) => chord.length > 1) ?? [];
  return [...new Set(last.map(({ pitch }) => pitch))].sort((a, b) => a - b);
}
