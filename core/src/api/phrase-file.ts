import { z } from 'zod';
import { shelfPhraseSchema, type ShelfPhrase } from '../shelf/phrase';

/** The most letters of a phrase's file. */
export const MAX_PHRASE_LETTERS = 1_500_000;

const fileSchema = z.object({ yibbo: z.literal('phrase'), version: z.literal(1), phrase: shelfPhraseSchema });

/** A phrase as the text of a file. */
export function phraseFileText(phrase: ShelfPhrase): string {
  return `${JSON.stringify({ yibbo: 'phrase', version: 1, phrase })}\n`;
}

/** The phrase in the text of a file; null where there is none that can be read. */
export function readPhraseFile(text: string): ShelfPhrase | null {
  if (text.length > MAX_PHRASE_LETTERS) return null;
  try {
    return fileSchema.parse(JSON.parse(text)).phrase;
  } catch {
    return null;
  }
}
