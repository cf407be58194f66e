import { gzipSync } from 'node:zlib';

/** Bodies made to cost far more than they weigh, each as an attacker would send it. */
const wrap = (entries: string) => `{"base":0,"changes":[{"id":"c","label":"","at":0,"device":"","entries":${entries}}]}`;
const many = (part: string, count: number) => `[${new Array<string>(count).fill(part).join()}]`;
const whole = (entities: string) => wrap(`[{"kind":"create","of":"notes","entities":${entities}}]`);

export const COSTLY_BODIES: readonly (readonly [what: string, body: () => string])[] = [
  ['300,000 empty objects as notes', () => whole(many('{}', 300_000))],
  ['a million zeros as entries', () => wrap(many('0', 1_000_000))],
  ['8 MB of empty objects', () => wrap(many('{}', 2_700_000))],
  ['8 MB of lists in lists', () => wrap('['.repeat(4_000_000) + ']'.repeat(4_000_000))],
  ['8 MB of different keys', () => wrap(`[{${Array.from({ length: 700_000 }, (_, key) => `"${key}":0`).join()}}]`)],
  [
    '8 MB of wrong values in one column',
    () =>
      wrap(`[{"kind":"edit","of":"notes","in":"p","ids":${JSON.stringify(Array.from({ length: 200_000 }, (_, id) => `n${id}`))},
      "fields":{"pitch":[${many('0', 200_000)},${JSON.stringify(Array.from({ length: 200_000 }, (_, id) => `x${id}`))}]}}]`),
  ],
  [
    '8 MB of wrong events to be carried',
    () =>
      wrap(`[{"kind":"edit","of":"song","ids":["s"],"fields":{"file":[[null],[{"format":1,"division":96,"trackNames":[],"trackEnds":[],
      "carried":${many('{"tick":-1}', 600_000)}}]]}}]`),
  ],
  [
    '8 MB of numbers as note ids',
    () =>
      `{"base":0,"changes":[{"id":"c","label":"","at":0,"device":"","made":{"actionId":"a","params":{},"seed":0,"noteIds":${many('0', 3_900_000)}},"entries":[]}]}`,
  ],
  ['a number of 8 MB', () => wrap('9'.repeat(7_900_000))],
  ['8 MB of one text', () => `{"base":0,"changes":"${'x'.repeat(7_900_000)}"}`],
];

export const packed = (body: string): Buffer => gzipSync(body);
