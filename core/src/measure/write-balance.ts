import { SOUNDS } from '../sounds/library';
import { balanceOf } from './range';

const lines = SOUNDS.flatMap((sound) => (sound.kind === 'pitched' ? [`  '${sound.id}': ${JSON.stringify(balanceOf(sound))},`] : []));
console.log(`/** Levels in dB, by keys a fourth apart from the foot of its range to its top, at which every sound is as loud over all of it: made by
 *  \`npm run sounds -- balance\`, which is run where a sound is made or changed. */
export const BALANCE: Readonly<Record<string, readonly number[]>> = {
${lines.join('\n')}
};`);
