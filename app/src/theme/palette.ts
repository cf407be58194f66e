/** Paper and ink by day, harbour water and lamp light by night. Two strong spots: one for what can be done, one for where
 *  the music is. Text pairs keep WCAG AA contrast (4.5:1), marks 3:1; a test measures them. */
export interface Palette {
  /** The page. */
  readonly paper: string;
  /** Raised things on the page. */
  readonly card: string;
  /** Quiet ground: bars of tools, unused cells. */
  readonly wash: string;
  readonly ink: string;
  /** Second-rank text. */
  readonly faded: string;
  readonly lineStrong: string;
  readonly line: string;
  readonly lineWeak: string;
  /** Action: primary buttons, selection. */
  readonly act: string;
  readonly onAct: string;
  /** Where the music is. */
  readonly head: string;
  readonly onHead: string;
  readonly blackRow: string;
  /** The keys beside the pitch grid: naturals are the lighter ones, by day and by night. */
  readonly natural: string;
  readonly accidental: string;
  readonly onAccidental: string;
  readonly tracks: readonly string[];
}

export const DAY: Palette = {
  paper: '#f6f0e2',
  card: '#fffaf0',
  wash: '#ebe2cf',
  ink: '#1d2a3a',
  faded: '#566070',
  lineStrong: '#8d836c',
  line: '#c3b89f',
  lineWeak: '#ded4bf',
  act: '#b23a1c',
  onAct: '#fffaf0',
  head: '#00706b',
  onHead: '#fffaf0',
  blackRow: '#efe6d4',
  natural: '#fffaf0',
  accidental: '#1d2a3a',
  onAccidental: '#f6f0e2',
  tracks: ['#2f4d8a', '#7a3b69', '#8a5a00', '#1f6b4a', '#a03a3a', '#4a5a1e', '#5b4aa0', '#3a6a7a'],
};

export const NIGHT: Palette = {
  paper: '#0d1d2b',
  card: '#15293b',
  wash: '#1b3247',
  ink: '#f3e8cf',
  faded: '#a9b6c0',
  lineStrong: '#6d8498',
  line: '#35506a',
  lineWeak: '#22394e',
  act: '#ffb454',
  onAct: '#1c1408',
  head: '#5fd8c4',
  onHead: '#06201d',
  blackRow: '#0a1723',
  natural: '#2a455f',
  accidental: '#050b12',
  onAccidental: '#f3e8cf',
  tracks: ['#8fb4ff', '#e3a0d4', '#f0c060', '#7fd6a4', '#ff9d92', '#c0d071', '#bcaaff', '#8fcfe0'],
};
