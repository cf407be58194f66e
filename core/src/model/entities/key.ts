import { z } from 'zod';

/** A key: what notes are spelled by, and which of them a scale has. */
export const keySchema = z.object({
  /** Spelled tonic: "G", "B♭" is written "Bb". */
  tonic: z.string().regex(/^[A-G](#|b)?$/, 'A tonic is a letter A to G, with # or b.'),
  scale: z.string().min(1).max(40),
});
export type KeyChoice = z.infer<typeof keySchema>;
