import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const velocitySet = notesAction({
  id: 'velocity-set',
  family: 'feel',
  subject: 'notes',
  label: 'Set velocity',
  short: 'Velocity',
  help: 'Gives every note the same velocity, 1 to 127.',
  words: ['loudness', 'volume', 'accent', 'level', 'flatten'],
  params: paramsOf({ velocity: wholeParam('Velocity', 1, 127, 100) }),
  quick: [48, 80, 100, 120].map((velocity) => ({ label: `Velocity ${velocity}`, shown: String(velocity), params: { velocity } })),
  run: ({ notes }, { velocity }) => ({ notes: notes.map((note) => (note.velocity === velocity ? note : { ...note, velocity })) }),
});
