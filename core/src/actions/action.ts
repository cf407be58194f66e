import type { z } from 'zod';
import type { Id, Note, Pattern } from '../model/entities';
import type { Replacements } from '../model/replace';
import { rowLength } from '../model/row-length';
import type { Place } from '../gesture/place';
import type { NoteLanding } from '../notes/landing';
import type { Copied } from '../lanes/travel';
import type { Clip } from '../notes/clip';
import type { TickSpan } from '../notes/span';
import type { NewId } from '../model/ids';
import type { DrawFrom } from '../chance/draws';
import type { Taken } from './way-back';
import { COMMON_NAMING, type Key, type Naming } from '../theory';
import { gridAt, gridOfRow, type Grid, type Grids, type MeterAt, type MeterShape, type TempoAt } from '../time';

export const ACTION_FAMILIES = ['time', 'length', 'pitch', 'feel', 'copy', 'make'] as const;
export type ActionFamily = (typeof ACTION_FAMILIES)[number];

/** The notes an action works on, with the lengths of the pattern and of its rows that they loop in. */
export interface NotesPart {
  readonly notes: readonly Note[];
  readonly lengthTicks: number;
  readonly rowLengths?: Pattern['rowLengths'];
  /** All notes of the pattern that can be heard, these among them; absent where these are all. */
  readonly around?: () => readonly Note[];
}

/** Ticks that a pitch's row goes round in. */
export function loopTicks({ lengthTicks, rowLengths }: NotesPart, pitch: number): number {
  return rowLength({ length: lengthTicks, rowLengths }, pitch);
}

/** All an action may know of the world. Ids and chance come only from here, so the same context gives the same result. */
export interface ActionContext extends Grids {
  readonly patternId: Id;
  readonly meter: MeterShape;
  /** The song's meters as seen from the pattern's beginning. */
  readonly meters: readonly MeterAt[];
  readonly tempos: readonly TempoAt[];
  /** The key of the pattern, or of its song; null where none is chosen. */
  readonly key: Key | null;
  readonly naming: Naming;
  /** The stretch of time marked on the ruler. */
  readonly span: TickSpan | null;
  /** The stretch that these very notes covered when they were first turned round in it; they may cover another since. */
  readonly ownSpan?: TickSpan | undefined;
  /** The notes an action took when it last ran. */
  readonly lastTaken?: Taken | null;
  /** Where new notes go: the cursor, the current row. */
  readonly at: { readonly tick: number; readonly pitch: number; /** Whether a person put it there. */ readonly isChosen?: boolean };
  /** The seeds that chance is drawn from where the pattern plays. */
  readonly draws: DrawFrom;
  /** Notes that were copied; null where nothing was. */
  readonly clip: Clip | null;
  /** Where recordings under the pattern are struck, in ticks of it; absent where none is. */
  readonly hits?: readonly number[];
  /** Whether what lies under notes in the pattern's lanes goes along where they are moved or copied. */
  readonly lanesTravel?: boolean;
  /** Rows that have names of their own. */
  readonly rows: readonly { readonly pitch: number; readonly name: string }[];
  readonly newId: NewId;
  /** Uniform in [0, 1), from the trial's seed. */
  readonly random: () => number;
}

/** The context of an action; the pattern and the seed's random numbers come with what is performed. */
export type OuterContext = Omit<ActionContext, 'random' | 'patternId' | 'ownSpan'>;

/** A context where nothing is chosen or marked: no key, no span, the beginning of the pattern, middle C. */
export function plainContext(grid: Grid, meter: MeterShape, tempos: readonly TempoAt[], newId: NewId): OuterContext {
  return {
    grid,
    meter,
    meters: [{ tick: 0, ...meter }],
    tempos,
    newId,
    key: null,
    naming: COMMON_NAMING,
    span: null,
    at: { tick: 0, pitch: 60 },
    draws: { seed: 0, placementId: '' },
    clip: null,
    rows: [],
  };
}

/** The plain grid that rules at the first of some notes: their row's own, where they stand on one row that has its own. */
export function gridOfNotes(notes: readonly Note[], grids: Grids): Grid {
  const first = notes.reduce((earliest, { start }) => Math.min(earliest, start), Infinity);
  return gridAt(commonGrid(notes, grids), notes.length ? first : 0);
}

/** The own grid of the one row that some notes stand on, or the pattern's. */
export function commonGrid(notes: readonly Note[], grids: Grids): Grid {
  const pitch = notes[0]?.pitch;
  return pitch !== undefined && notes.every((note) => note.pitch === pitch) ? gridOfRow(grids, pitch) : grids.grid;
}

/** Another action, or other settings of it, that would do where one can do nothing. */
export interface Offer {
  readonly label: string;
  readonly actionId: string;
  readonly params: Readonly<Record<string, unknown>>;
}

/** Why an action can do nothing, in words; for typed text, which characters of it are meant; and what would do. */
export interface WhyNot {
  readonly words: string;
  readonly from?: number;
  readonly to?: number;
  readonly offers?: readonly Offer[];
}

/** A drag over the notes that leads an action while it is being tried. */
export interface Drag {
  /** The places it came by, in order; one at least. */
  readonly path: readonly Place[];
  /** Whether the grid is lifted for it. */
  readonly isFree: boolean;
}

/** How an action is led by a drag over the notes, in place of its controls. */
export interface DragControl<Params> {
  /** Instructions, in words. */
  readonly hint: string;
  /** The settings a drag sets; null where it means nothing. */
  params(drag: Drag, part: NotesPart, params: Params, context: ActionContext): Partial<Params> | null;
  /** The note it is for, where nothing was selected: the one that is pressed. */
  on?(drag: Drag, part: NotesPart): Id | null;
  /** The tick of the line across all rows that its settings mean. */
  line?(part: NotesPart, params: Params, context: ActionContext): number;
}

/** The notes an action takes: the selection, else the whole pattern; only a selection; the current row whatever is
 *  selected; some rows of its own, which may be empty; all of the pattern whatever is selected; or no notes at all, for it only makes some. */
export type Takes = 'any' | 'selection' | 'row' | 'rows' | 'pattern' | 'nothing';

export interface ActionResult {
  /** Replaces the part's notes. */
  readonly notes: readonly Note[];
  /** Other notes of the pattern that change along with them, by their ids. */
  readonly along?: readonly Note[];
  /** The pattern, changed. */
  readonly pattern?: Partial<Pick<Pattern, 'length' | 'rowLengths'>>;
  /** Other entities made or changed: placements, patterns, tracks. */
  readonly others?: Replacements;
  /** How the results land on the pattern's other notes; where absent, both sound. */
  readonly landing?: NoteLanding;
  /** The stretch of their own that it turned the notes round in, to be turned back in. */
  readonly ownSpan?: TickSpan;
  /** Time copied inside the pattern, so that lanes go along. */
  readonly copied?: Copied;
  /** Where the copies land: at a tick, or at a distance after the originals. */
  readonly lands?: { readonly atTick: number } | { readonly ticksLater: number };
  /** Ids to select afterwards; all results where absent. */
  readonly select?: readonly Id[];
}

/** A one-touch form of an action: what its button says, and the params it sets. */
export interface QuickForm<Params> {
  readonly label: string;
  readonly icon?: string;
  /** Shorter words for the button, for use beside the action's own name. */
  readonly shown?: string;
  readonly params: Partial<Params>;
}

/** The most letters of a short name. */
export const SHORT_LETTERS = 9;

/** An action as it is written down. */
export interface NotesActionEntry<ActionId extends string, Params extends z.ZodObject> {
  readonly id: ActionId;
  readonly family: ActionFamily;
  readonly subject: 'notes';
  readonly label: string;
  /** A name of at most `SHORT_LETTERS` letters, under an icon. */
  readonly short: string;
  readonly help: string;
  /** Other words people search it by. */
  readonly words: readonly string[];
  readonly params: Params;
  /** The params that matter most, of which a phone shows the controls at once; the first two where absent. */
  readonly main?: readonly (keyof z.infer<Params> & string)[];
  /** `any` where absent. */
  readonly takes?: Takes;
  /** Whether it is of use kept on the whole song: a feel that all tracks share. */
  readonly suitsSong?: true;
  /** Whether it reads names of rows and octaves, which are each person's own: kept live it would sound otherwise for another. */
  readonly readsNames?: true;
  /** Whether it reads the hits of recordings, which are found in each window anew. */
  readonly readsHits?: true;
  /** Whether it moves notes so that other settings of it move them back: the way back takes the very notes of the way there. */
  readonly hasWayBack?: true;
  /** One-touch forms for the tray: what the button says and the params it sets. */
  readonly quick?: readonly QuickForm<z.infer<Params>>[];
  readonly dragControl?: DragControl<z.infer<Params>>;
  /** The curve that its settings mean, to be drawn: from how far along (0..1) to how far on (0..1). */
  curve?(params: z.infer<Params>): (along: number) => number;
  run(part: NotesPart, params: z.infer<Params>, context: ActionContext): ActionResult;
  /** A further remark about its result, as a sentence. */
  says?(part: NotesPart, params: z.infer<Params>, context: ActionContext): string;
  /** Why it can do nothing here; null where it can. */
  whyNot?(part: NotesPart, params: z.infer<Params>, context: ActionContext): string | WhyNot | null;
}

/** An action: data and a pure function. `run` never mutates and returns the notes that replace the part's.
 *  Every param is a bounded, titled Zod field with a default, so `params.parse({})` is always ready to run. */
export type NotesAction = NotesActionEntry<string, z.ZodObject>;

/** An action that is known by its id and params, so that the registry can say which there are. */
export interface TypedAction<ActionId extends string, Params extends z.ZodObject> extends NotesAction {
  readonly id: ActionId;
  readonly params: Params;
}

/** Keeps the types of an action's id and params while it is written down. */
export function notesAction<const ActionId extends string, Params extends z.ZodObject>(
  entry: NotesActionEntry<ActionId, Params>,
): TypedAction<ActionId, Params> {
  return entry as unknown as TypedAction<ActionId, Params>;
}
