const PLURALS = new Intl.PluralRules('en');

/** A count with its noun: "1 note", "3 notes". */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${count} ${PLURALS.select(count) === 'one' ? one : many}`;
}
