import { z } from 'zod';
import { recipeSchema } from './belongings';

/** The most letters of a recipe's file; the longest recipe has far fewer. */
export const MAX_RECIPE_LETTERS = 400_000;

const written = recipeSchema.omit({ at: true });
type Written = z.infer<typeof written>;

const fileSchema = z.object({ yibbo: z.literal('recipe'), version: z.literal(1), recipe: written });

/** A recipe as the text of a file. */
export function recipeFileText({ name, steps }: { readonly name: string; readonly steps: readonly Written['steps'][number][] }): string {
  return `${JSON.stringify({ yibbo: 'recipe', version: 1, recipe: { name, steps } }, null, 2)}\n`;
}

/** The recipe in the text of a file; null where there is none that can be read. */
export function readRecipeFile(text: string): Written | null {
  if (text.length > MAX_RECIPE_LETTERS) return null;
  try {
    return fileSchema.parse(JSON.parse(text)).recipe;
  } catch {
    return null;
  }
}
