import type { Note, Pattern } from '../model/entities';
import { groupedBy } from '../model/grouped';
import { rowLength } from '../model/row-length';
import { hitsOf } from '../notes/roll';
import { isConditional, soundsIn, type DrawFrom } from '../chance/draws';
import { Groups } from '../chance/groups';

/** A note, or one hit of its roll, as it sounds in its loop: until its end or the next of its pitch and voice. */
export interface SoundingNote {
  readonly note: Note;
  readonly start: number;
  readonly lengthTicks: number;
  readonly velocity: number;
}

/** The most passes a note may sound on for, where chance keeps it from being struck again: more than any chance of 1 % leaves out. It ends there at
 *  the latest, so that it never sounds over itself. */
const MOST_PASSES = 4096;
const PASSES_KEPT = 8;

/** Notes that loop together every `loopTicks`, and what of them sounds in each pass. */
export class NoteLoop {
  private readonly isSteady: boolean;
  private readonly groups: Groups;
  private readonly rows: ReadonlyMap<string, readonly Note[]>;
  private readonly known = new Map<number, readonly SoundingNote[]>();
  /** Ticks past the loop's end that a hit of a roll may still begin at. */
  readonly overhangTicks: number;
  /** How long before a tick a note may have begun that still sounds at it. */
  readonly longestTicks: number;

  constructor(
    notes: readonly Note[],
    readonly loopTicks: number,
    private readonly from: DrawFrom,
    groups?: Groups,
  ) {
    const heard = notes.filter(({ muted, start }) => !muted && start < loopTicks);
    this.groups = groups ?? new Groups(heard, from);
    this.isSteady = !heard.some(isConditional);
    this.overhangTicks = heard.reduce((most, note) => (note.roll ? Math.max(most, note.start + note.length - loopTicks) : most), 0);
    const longest = heard.reduce((most, { length }) => Math.max(most, length), 0);
    // Where every note is struck in every pass, none sounds on for longer than one.
    this.longestTicks = Math.min(longest, (this.isSteady ? 1 : MOST_PASSES) * loopTicks);
    this.rows = groupedBy(heard, ({ pitch, voice }) => `${pitch} ${voice ?? 1}`);
  }

  get isEmpty(): boolean {
    return this.rows.size === 0;
  }

  /** The notes that sound in `pass`, sorted by start. Muted notes, notes beyond the end and those a louder one covers are not among them. */
  soundingIn(pass: number): readonly SoundingNote[] {
    const key = this.isSteady ? 0 : pass;
    const known = this.known.get(key);
    if (known) return known;
    const made = [...this.rows.values()].flatMap((row) => this.resolve(row, key));
    made.sort((a, b) => a.start - b.start || a.note.pitch - b.note.pitch);
    if (this.known.size >= PASSES_KEPT) this.known.delete(this.known.keys().next().value!);
    this.known.set(key, made);
    return made;
  }

  /** Two notes of one pitch and voice: the later start ends the earlier sound, also across the loop's end; same start: the
   *  louder sounds. */
  private resolve(row: readonly Note[], pass: number): SoundingNote[] {
    const heard: Note[] = [];
    for (const note of row) {
      if (!this.isSteady && !this.sounds(note, pass)) continue;
      const last = heard.at(-1);
      if (last?.start === note.start) heard[heard.length - 1] = note.velocity > last.velocity ? note : last;
      else heard.push(note);
    }
    return heard.flatMap((note, index) => {
      const next = heard[index + 1]?.start ?? this.nextStart(row, pass, note.start + note.length);
      return hitsOf(note)
        .filter((hit) => hit.start < next)
        .map((hit) => ({
          note,
          start: hit.start,
          lengthTicks: Math.min(hit.length, next - hit.start),
          velocity: hit.velocity,
        }));
    });
  }

  private sounds(note: Note, pass: number): boolean {
    return soundsIn(note, pass, this.from, this.groups);
  }

  /** Start of the first note of a row that sounds in a later pass, from this pass's beginning; only as far as `untilTick`, and `MOST_PASSES`. */
  private nextStart(row: readonly Note[], pass: number, untilTick: number): number {
    const passes = Math.min(MOST_PASSES, Math.ceil(untilTick / this.loopTicks));
    for (let later = 1; later <= passes; later++) {
      const first = this.isSteady ? row[0] : row.find((note) => this.sounds(note, pass + later));
      if (first) return first.start + later * this.loopTicks;
    }
    return passes === MOST_PASSES ? MOST_PASSES * this.loopTicks : Infinity;
  }
}

/** Cached results for a list of notes. */
interface KnownRings {
  readonly hasConditions: boolean;
  readonly byKey: Map<string, readonly NoteLoop[]>;
}

const known = new WeakMap<readonly Note[], KnownRings>();

/** The note loops of a pattern's notes: one of its own length, and one for each other length that rows loop in. Remembered for each
 *  list of notes, and shared by all placements where no note of it has conditions, for then they all sound alike. */
export function noteLoopsOf(notes: readonly Note[], pattern: Pattern, from: DrawFrom): readonly NoteLoop[] {
  const ofNotes = known.get(notes) ?? { hasConditions: notes.some(isConditional), byKey: new Map<string, readonly NoteLoop[]>() };
  known.set(notes, ofNotes);
  const rowLengths = pattern.rowLengths ? JSON.stringify(pattern.rowLengths) : '';
  const draws = ofNotes.hasConditions ? `${from.seed} ${from.placementId}` : '';
  const key = `${pattern.length} ${rowLengths} ${draws}`;
  const noteLoops = ofNotes.byKey.get(key) ?? makeNoteLoops(notes, pattern, from);
  ofNotes.byKey.set(key, noteLoops);
  return noteLoops;
}

function makeNoteLoops(notes: readonly Note[], pattern: Pattern, from: DrawFrom): readonly NoteLoop[] {
  if (!pattern.rowLengths) return [new NoteLoop(notes, pattern.length, from)];
  const byLength = groupedBy(notes, ({ pitch }) => rowLength(pattern, pitch));
  // A group may reach over rows that loop in lengths of their own.
  const groups = new Groups(
    notes.filter(({ muted, start, pitch }) => !muted && start < rowLength(pattern, pitch)),
    from,
  );
  return [...byLength].map(([loopTicks, together]) => new NoteLoop(together, loopTicks, from, groups));
}
