import { z } from 'zod';

/** How many items are checked at a time. */
const AT_A_TIME = 500;

/** A list of such items, from `least` to `most` of them. Unlike a plain array's schema it counts first and stops at the first few wrong
 *  items: a list of a million wrong ones would otherwise give a million complaints, each larger than what it is about. */
export function listOf<Item extends z.ZodType>(item: Item, { least = 0, most = Infinity }: { least?: number; most?: number } = {}) {
  const some = z.array(item);
  return z.unknown().transform((input, context): z.output<Item>[] => {
    const refuse = (message: string) => {
      context.addIssue({ code: 'custom', message });
      return z.NEVER;
    };
    if (!Array.isArray(input)) return refuse('This has to be a list.');
    if (input.length < least || input.length > most) return refuse(`A list of ${least} to ${most} items is wanted, not ${input.length}.`);
    const out: z.output<Item>[] = [];
    for (let from = 0; from < input.length; from += AT_A_TIME) {
      const read = some.safeParse(input.slice(from, from + AT_A_TIME));
      if (!read.success) return refuse(faultWords(read.error, from));
      for (const value of read.data) out.push(value);
    }
    return out;
  });
}

/** The first complaint of a failed check, with where it is; `from` is added to a leading place in a list. */
export function faultWords({ issues }: z.ZodError, from = 0): string {
  const [first] = issues;
  const path = (first?.path ?? []).map((step, index) => (index === 0 && typeof step === 'number' ? step + from : String(step)));
  return `${path.length ? `${path.join('.')}: ` : ''}${first?.message ?? 'Invalid'}`.slice(0, 500);
}
