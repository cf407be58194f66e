import { z } from 'zod';
import { idSchema, trackSchema, type Id } from '../model/entities';
import { shelfPhraseSchema } from '../shelf/phrase';

/** The fields of a track that say how it sounds. */
const soundFieldsSchema = trackSchema.pick({ soundId: true, setting: true, octave: true, otherDrums: true, voiceMode: true });
export type SoundFields = z.infer<typeof soundFieldsSchema>;

/** A sound of one's own. */
const ownSoundSchema = z.object({
  name: z.string().min(1).max(200),
  kind: trackSchema.shape.kind,
  made: soundFieldsSchema,
  /** When it was made, to order them by; milliseconds since 1970. */
  at: z.number(),
});

/** A sound that was marked: when it was. */
const favouriteSchema = z.object({ at: z.number() });

/** A key that a person has chosen for an act, by its place on the keyboard. */
const ownKeySchema = z.object({
  code: z.string().min(1).max(40),
  /** The character it produced when it was chosen, for display. */
  shown: z.string().min(1).max(40),
  ctrl: z.boolean(),
  shift: z.boolean(),
});
export type OwnKey = z.infer<typeof ownKeySchema>;

const settingsSchema = z.record(z.string().max(64), z.union([z.string().max(2000), z.number(), z.boolean()]));

/** A recipe: a chain of actions that a person has saved. */
export const recipeSchema = z.object({
  name: z.string().min(1).max(200),
  steps: z
    .array(
      z.object({
        actionId: z.string().min(1).max(64),
        params: settingsSchema,
        rule: z.object({ ruleId: z.string().min(1).max(64), params: settingsSchema }).optional(),
      }),
    )
    .min(1)
    .max(32),
  at: z.number(),
});

const thingIdSchema = z.string().min(1).max(100);
const gone = z.null();

/** Something that belongs to the person and not to a song, by its kind and an id of its own; without value where it is gone. */
const thingSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('sound'), id: idSchema, value: ownSoundSchema.or(gone) }),
  /** `id` is that of the sound, or "phrase", a space and that of the phrase. */
  z.object({ kind: z.literal('favourite'), id: thingIdSchema, value: favouriteSchema.or(gone) }),
  z.object({ kind: z.literal('recipe'), id: idSchema, value: recipeSchema.or(gone) }),
  z.object({ kind: z.literal('phrase'), id: idSchema, value: shelfPhraseSchema.or(gone) }),
  /** `id` is the key that the act comes with; "none" where the act has lost its key to another. */
  z.object({ kind: z.literal('key'), id: thingIdSchema, value: ownKeySchema.or(z.literal('none')).or(gone) }),
]);
export type OwnThing = z.infer<typeof thingSchema>;
export const ownThingSchema = thingSchema.meta({ title: 'OwnThing' });

/** A thing that was put there, changed or taken away; `putId` names the act, so that sending it twice does no harm. */
export const ownPutSchema = z.intersection(thingSchema, z.object({ putId: idSchema })).meta({ title: 'OwnPut' });
export type OwnPut = OwnThing & { readonly putId: Id };

/** How many a request may bring. */
export const MOST_PUTS = 100;

export const ownSendSchema = z.object({
  /** The revision that is known here. */
  since: z.int().min(0),
  puts: z.array(ownPutSchema).max(MOST_PUTS),
});

export const ownAnswerSchema = z.object({
  /** Identifies this collection of things: another one is counted from zero. */
  epoch: z.string(),
  revision: z.int(),
  /** Everything put since, by anyone, in its present state. */
  things: z.array(ownThingSchema),
});
export type OwnAnswer = z.infer<typeof ownAnswerSchema>;
