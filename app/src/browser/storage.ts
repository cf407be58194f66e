/** The value stored in this browser under a key, over defaults. */
export function stored<T extends object>(key: string, otherwise: T): T {
  try {
    return { ...otherwise, ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<T>) };
  } catch {
    return otherwise;
  }
}

/** Stores a value in this browser, and says whether it could. Where it may not, or has no room, the value lasts as long as the page. */
export function store(key: string, value: object): boolean {
  try {
    localStorage.setItem(key, JSON.stringify(value));
    return true;
  } catch {
    // The person's settings are simply not remembered.
    return false;
  }
}

/** Stores what differs between two states of a value, field by field and in maps entry by entry, over what other windows have stored since; of
 *  its fields the last `most`. */
export function storeChanges<T extends object>(key: string, before: T, now: T, most = Infinity): void {
  const laid = laidOn(stored<Fields>(key, {}), before as Fields, now as Fields);
  store(key, Object.fromEntries(Object.entries(laid).slice(-Math.min(most, Object.keys(laid).length))));
}

type Fields = Readonly<Record<string, unknown>>;

function laidOn(there: Fields, before: Fields, now: Fields): Fields {
  const laid: Record<string, unknown> = { ...there };
  for (const field of new Set([...Object.keys(before), ...Object.keys(now)])) {
    const [was, is, other] = [before[field], now[field], there[field]];
    if (was === is) continue;
    // The most recently changed comes last, and is kept longest.
    delete laid[field];
    if (Object.hasOwn(now, field)) laid[field] = isMap(was) && isMap(is) && isMap(other) ? laidOn(other, was, is) : is;
  }
  return laid;
}

function isMap(value: unknown): value is Fields {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
