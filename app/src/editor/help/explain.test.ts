import { ACTIONS, SELECTION_RULES } from '@yibbo/core';
import { allExplanations, explain } from './explain';

describe('what is this', () => {
  it.each([
    ['Split in 3', 'Split in parts'],
    ['Quantize: try with settings', 'Quantize'],
    ['Select: Off the grid, 3 notes', 'Select: Off the grid'],
    ['Lamp Keys, Lamp Keys, bar 9, linked: plays in 2 places', 'Placement'],
    ['Chorus 2: duplicate, move, rename', 'Section'],
    ['Bars 9 to 12: tempo, meter, copy, insert, delete', 'Bars'],
    ['Stop', 'Play, stop'],
    ['2 bars long: set the length', 'Length of the pattern'],
    ['Notes: show as Steps', 'Steps or Notes'],
    ['Level of Fog Pad', 'Level and pan'],
    ['Mute Fog Pad', 'Mute'],
    ['Sound: Fog pad, of Fog Pad', 'Sound'],
    ['Drive of Fog Pad', 'How the sound is set'],
    ['Am7 vi', 'Chord pads'],
    ['Put at the cursor: Dm7', 'Chord pads'],
    ['G7, 4 beats', 'Chords and moods'],
    ['Other chords', 'A loop to start with'],
    ['Bass from this', 'Parts from this'],
    ['Play C♯4', 'Play in'],
    ['1/8, key 4', 'Steps put in'],
    ['abc: let letters play', 'Letters play'],
    ['End the recording', 'Record'],
    ['Bar 2 of Lamp Keys take 1, 4 notes', 'Takes'],
    ['Count-in: less', 'Recording'],
    ['A simulated device, to try it out', 'Where you play'],
    ['Hear Two long notes', 'Shelf'],
    ['drums a bar later: + bar', 'Recordings'],
    ['Notes to the hits', 'Recordings'],
    ['Play a file', 'A recording of your own'],
    ['Fades in of snare.wav', 'A recording of your own'],
    ['Tune of Lamp keys', 'How the sound is set'],
  ])('%s is %s', (name, title) => {
    const told = explain(name);
    expect(told.title).toBe(title);
    expect(told.text.length).toBeGreaterThan(30);
  });

  it('goes by the role of what there are many of', () => {
    expect(explain('Kick 1.1', 'checkbox').title).toBe('Steps');
    expect(explain('D4, 1.1, velocity 100', 'option').title).toBe('Notes');
  });

  it('has something to read for every action and rule, in whole sentences, and for what it does not know a way to find out', () => {
    const titles = new Set(allExplanations().map(({ title }) => title));
    for (const { label } of ACTIONS) expect(titles).toContain(label);
    for (const { label } of SELECTION_RULES) expect(titles).toContain(`Select: ${label}`);
    for (const { title, text } of allExplanations().filter((each) => !each.title.startsWith('Key ')))
      expect([title, text]).toEqual([title, expect.stringMatching(/\.$/)]);
    expect(explain('Something new')).toMatchObject({ title: 'Something new' });
  });
});
