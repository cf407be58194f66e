/** What was stored in this browser under a key, over what holds where nothing was. */
export function stored<T extends object>(key: string, otherwise: T): T {
  try {
    return { ...otherwise, ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<T>) };
  } catch {
    return otherwise;
  }
}

/** Stores a value in this browser. Where it may not, or has no room, the value lasts as long as the page. */
export function store(key: string, value: object): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // The person's settings are simply not remembered.
  }
}
