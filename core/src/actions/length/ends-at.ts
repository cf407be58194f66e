import { notesAction } from '../action';
import { dragAcross, lineOf, lineParams } from '../line-across';
import { choiceParam, paramsOf } from '../params';

export const endsAt = notesAction({
  id: 'ends-at',
  family: 'length',
  subject: 'notes',
  label: 'End at a line',
  short: 'End at',
  help: 'Draws a line across the notes: every note sounding there ends at it, or starts at it. Other notes stay as they are.',
  words: ['align', 'cut off', 'together', 'line', 'release', 'stop', 'trim'],
  params: paramsOf({
    edge: choiceParam('At the line notes', ['end', 'start'], 'end'),
    ...lineParams('Line', 'beat'),
  }),
  quick: [{ label: 'End at a line', icon: 'endsAt', params: { edge: 'end' } }],
  dragControl: dragAcross('Drag across the notes: the line goes along.'),
  run: (part, params, context) => {
    const { edge } = params;
    const line = lineOf(part, params, context);
    return {
      notes: part.notes.map((note) => {
        const end = note.start + note.length;
        if (note.start >= line || end <= line) return note;
        return edge === 'end' ? { ...note, length: line - note.start } : { ...note, start: line, length: end - line };
      }),
    };
  },
  whyNot: (part, params, context) => {
    const line = lineOf(part, params, context);
    const isCrossed = part.notes.some(({ start, length }) => start < line && line < start + length);
    return part.notes.length === 0 || isCrossed ? null : 'None of the notes sounds at the line. Move the line into a note.';
  },
});
