/** A ready figure for a drum row: a step each, "X" a strong hit, "x" a hit, "o" a ghost, "." a rest. */
export interface Figure {
  readonly name: string;
  readonly steps: string;
}

const figure = (name: string, steps: string): Figure => ({ name, steps: steps.replaceAll(' ', '') });

/** Ready figures of our own, and those that everyone plays under their trade names, plainest first. */
export const FIGURES: Readonly<Record<string, Figure>> = {
  'four-floor': figure('Four on the floor', 'X... X... X... X...'),
  'one-three': figure('One and three', 'X... .... X... ....'),
  backbeat: figure('Backbeat', '.... X... .... X...'),
  'late-backbeat': figure('Backbeat with a pickup', '.... X... .... X..x'),
  'half-backbeat': figure('Half-time backbeat', '.... .... X... ....'),
  'off-beats': figure('Off-beats', '..X. ..X. ..X. ..X.'),
  eighths: figure('Eighths', 'X.x. X.x. X.x. X.x.'),
  'eighths-lifted': figure('Eighths, lifted', 'x.X. x.X. x.X. x.X.'),
  sixteenths: figure('Sixteenths', 'Xxxx Xxxx Xxxx Xxxx'),
  gallop: figure('Gallop', 'X.xx X.xx X.xx X.xx'),
  'back-gallop': figure('Gallop the other way', 'Xxx. Xxx. Xxx. Xxx.'),
  'one-e': figure('One-e', 'Xx.. Xx.. Xx.. Xx..'),
  'e-and': figure('E-and', '.xx. .xx. .xx. .xx.'),
  'a-one': figure('A-one', 'X..x X..x X..x X..x'),
  skipping: figure('Skipping', 'X..x x..x X..x x..x'),
  heartbeat: figure('Heartbeat', 'X.x. .... X.x. ....'),
  'push-kick': figure('Pushed kick', 'X... ..X. ..X. ....'),
  'rolling-kick': figure('Rolling kick', 'X..x ..X. .x.. X...'),
  'broken-kick': figure('Broken kick', 'X.X. .... ..X. ....'),
  'late-kick': figure('Late kick', 'X... .... ..X. ..x.'),
  'double-kick': figure('Double kick', 'X... ...x X... ...x'),
  'galley-kick': figure('Galley kick', 'X..X .... X..X ....'),
  tresillo: figure('Tresillo', 'X..x ..x. X..x ..x.'),
  'tresillo-long': figure('Tresillo over a bar', 'X... ..x. .... x...'),
  cinquillo: figure('Cinquillo', 'X.xx .xx. X.xx .xx.'),
  habanera: figure('Habanera', 'X..x X.x. X..x X.x.'),
  charleston: figure('Charleston', 'X... ..x. .... ....'),
  'son-clave': figure('Son clave, three side first', 'X..x ..x. ..x. x...'),
  'son-clave-two': figure('Son clave, two side first', '..x. x... X..x ..x.'),
  'rumba-clave': figure('Rumba clave, three side first', 'X..x ...x ..x. x...'),
  'rumba-clave-two': figure('Rumba clave, two side first', '..x. x... X..x ...x'),
  'bossa-clave': figure('Bossa clave', 'X..x ..x. ..x. .x..'),
  shiko: figure('Shiko', 'X... x.x. ..x. x...'),
  soukous: figure('Soukous', 'X..x ..x. ..xx ....'),
  gahu: figure('Gahu', 'X..x ..x. ..x. ..x.'),
  'low-two': figure('Low drum on two', '.... X... ..x. X...'),
  baiao: figure('Baião', 'X..x .... X..x ....'),
  'baiao-low': figure('Baião with a lift', 'X..x ..x. .... ..x.'),
  'three-four': figure('Three over four', 'X..X ..X. .X.. X..X'),
  'five-sixteen': figure('Five spread over sixteen', 'X..x ..x. .x.. x...'),
  'seven-sixteen': figure('Seven spread over sixteen', 'X.x. x.x. .x.x .x..'),
  'nine-sixteen': figure('Nine spread over sixteen', 'X.xx .x.x .xx. x.x.'),
  'eleven-sixteen': figure('Eleven spread over sixteen', 'Xx.x x.xx .xx. xx.x'),
  'thirteen-sixteen': figure('Thirteen spread over sixteen', 'Xxx. xxxx .xxx x.xx'),
  'stairs-up': figure('Thickening', 'X... x... x.x. xxxx'),
  'stairs-down': figure('Thinning', 'Xxxx x.x. x... x...'),
  'ghost-snare': figure('Snare with ghosts', '.o.o X.o. .o.o X..o'),
  'ghost-hats': figure('Hats with ghosts', 'Xoxo Xoxo Xoxo Xoxo'),
  'wave-hats': figure('Hats in waves', 'Xoxx oxXo xxox Xoxx'),
  'rim-lilt': figure('Lilting rim', '..x. .x.. ..x. .x..'),
  'tide-claps': figure('Claps that come in', '.... X... .... X.XX'),
  'last-call': figure('Last call', '.... .... ...X xxXx'),
  'rope-drop': figure('Roll at the end', 'X... .... .... xxxx'),
  waltz: figure('Waltz', 'X... x... x...'),
  'waltz-hats': figure('Waltz in eighths', 'X.x. x.x. x.x.'),
  'six-eight': figure('Six-eight', 'X.x. x.X. x.x.'),
  'six-eight-bell': figure('Bell in twelve', 'X.x. xx.x .x.x'),
  'twelve-shuffle': figure('Shuffle in twelve', 'X.xX .xX. xX.x'),
  'five-four': figure('Five-four: three and two', 'X... x... x... X... x...'),
  'seven-eight': figure('Seven-eight: two, two, three', 'X... X... X.x. ..'),
  'seven-eight-long': figure('Seven-eight: three, two, two', 'X.x. ..X. ..X. ..'),
};

/** Settings of a rhythm that a ready figure has of its own: they mean nothing while one is chosen. */
export const OF_FIGURES: ReadonlySet<string> = new Set([
  ...['hits', 'steps', 'evenness', 'offBeat'],
  ...['accents', 'accentsBy', 'ghosts', 'seed'],
]);

/** Whether a step of a figure is hit, and how: as loud as is set, stronger, or a ghost. */
export type FigureHit = 'hit' | 'strong' | 'ghost';

/** The steps of a figure; null for a rest. */
export function figureSteps({ steps }: Figure): readonly (FigureHit | null)[] {
  const HITS: Readonly<Record<string, FigureHit>> = { X: 'strong', x: 'hit', o: 'ghost' };
  return [...steps].map((step) => HITS[step] ?? null);
}
