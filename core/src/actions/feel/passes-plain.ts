import type { Note } from '../../model/entities';
import { MAX_PIECES } from '../../notes/split';
import { without } from '../../notes/with';
import { isConditional, soundsIn } from '../../chance/draws';
import { Groups } from '../../chance/groups';
import type { OptionalField } from '../../notes/optional';
import { loopTicks, notesAction, type ActionContext, type NotesPart } from '../action';
import { paramsOf, wholeParam } from '../params';

/** Fields that decide when a note sounds; plain notes have none of them. */
const WHEN: readonly OptionalField[] = ['chance', 'passes', 'oneOf', 'share', 'drawnWith'];

export const passesPlain = notesAction({
  id: 'passes-plain',
  family: 'feel',
  subject: 'notes',
  takes: 'pattern',
  label: 'Make passes plain',
  short: 'Plain',
  help: 'Writes out a number of passes one after the other, each with the notes that sound in it: chance becomes plain notes, and the pattern that many times as long. Rows of unequal length are written out to its end.',
  words: ['freeze', 'chance', 'random', 'bounce', 'print', 'commit', 'write out', 'condition', 'seed', 'unroll'],
  params: paramsOf({ passes: wholeParam('Passes', 1, 64, 4) }),
  quick: [2, 4, 8].map((passes) => ({ label: `${passes} passes plain`, shown: `${passes} passes`, params: { passes } })),
  run: (part, { passes }, context) => {
    const length = part.lengthTicks * passes;
    const isHeard = ({ start, pitch }: Note) => start < loopTicks(part, pitch);
    const kept = part.notes
      .filter((note) => !isHeard(note))
      .map((note) => ({ ...note, start: note.start + length - loopTicks(part, note.pitch) }));
    return { notes: [...writtenOut(part, length, context), ...kept], pattern: { length, rowLengths: undefined } };
  },
  whyNot: (part, { passes }) => {
    if (!part.notes.some(isConditional) && !part.rowLengths?.length)
      return 'Nothing here is left to chance or to passes: every pass is the same.';
    return part.notes.length * passes > MAX_PIECES ? 'That would make too many notes. Choose fewer passes.' : null;
  },
});

/** The notes that sound up to a tick, pass by pass of each row. What is muted stands there in each, muted. */
function writtenOut(part: NotesPart, length: number, { draws, newId }: ActionContext): Note[] {
  const heard = part.notes.filter(({ start, pitch }) => start < loopTicks(part, pitch));
  const groups = new Groups(
    heard.filter(({ muted }) => !muted),
    draws,
  );
  return heard.flatMap((note) => {
    const loop = loopTicks(part, note.pitch);
    const plain = WHEN.reduce(without, note);
    const made: Note[] = [];
    for (let pass = 0; pass * loop + note.start < length; pass++) {
      if (!note.muted && !soundsIn(note, pass, draws, groups)) continue;
      // The first of them is the note itself.
      made.push({ ...plain, id: made.length === 0 ? note.id : newId(note.id, pass), start: note.start + pass * loop });
    }
    return made;
  });
}
