import { figuresOf, isUnsure, type Note } from '@yibbo/core';
import { useLayoutEffect, useRef } from 'react';
import { useTheme } from '@tamagui/core';
import { bendLine, rowsAbove } from './bend-line';
import { blockRadius, leastWidth } from './NoteBlock';
import type { GridWindow } from '../viewport/viewport';

/** A note with its place in the drawn window, in pixels, and all that its looks depend on. */
export interface PlacedNote {
  readonly note: Note;
  /** The height of its bend line, where a row is not a semitone. */
  readonly ladder: readonly number[] | null;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  readonly isSelected: boolean;
  readonly isOffGrid: boolean;
  readonly isBeyond: boolean;
  /** Its track sounds one note at a time, and another one then. */
  readonly isUnheard: boolean;
}

interface Inks {
  readonly colour: string;
  readonly card: string;
  readonly act: string;
  readonly ink: string;
  readonly lineStrong: string;
}

interface NotesCanvasProps {
  readonly placed: readonly PlacedNote[];
  readonly window: GridWindow;
  /** Number of the track's colour. */
  readonly colour: number;
}

/** Very many notes, drawn as one picture that looks as their blocks would: an element for each would take longer than a frame. They are
 *  found and dragged like all others; to those who hear the page their number is said. */
export function NotesCanvas({ placed, window, colour }: NotesCanvasProps) {
  const ref = useRef<HTMLCanvasElement>(null);
  const theme = useTheme() as unknown as Record<string, { val: string } | undefined>;
  const [own, card, act, ink, lineStrong] = [`track${colour}`, 'card', 'act', 'ink', 'lineStrong'].map((name) => theme[name]?.val ?? '');
  const width = Math.ceil((window.toTick - window.fromTick) * window.pixelsPerTick);
  const height = Math.ceil((window.toRow - window.fromRow) * window.rowPixels);

  useLayoutEffect(() => {
    const canvas = ref.current;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return;
    const density = Math.min(2, devicePixelRatio || 1);
    canvas.width = width * density;
    canvas.height = height * density;
    context.scale(density, density);
    const inks = { colour: own!, card: card!, act: act!, ink: ink!, lineStrong: lineStrong! };
    for (const each of placed) if (!each.isSelected) drawNote(context, each, inks);
    for (const each of placed) if (each.isSelected) drawNote(context, each, inks);
  }, [placed, width, height, own, card, act, ink, lineStrong]);

  return (
    <>
      <canvas ref={ref} data-testid="notes-canvas" aria-hidden style={{ position: 'absolute', left: 0, top: 0, width, height }} />
      <div role="option" aria-selected={false} style={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden' }}>
        {placed.length} notes here. Zoom in to hear each by its name, or move the cursor with the arrow keys.
      </div>
    </>
  );
}

/** Below this width a note has no edge, in pixels. */
const NARROW = 8;

function drawNote(context: CanvasRenderingContext2D, placed: PlacedNote, inks: Inks): void {
  const { note, isSelected, isOffGrid } = placed;
  const isHatched = placed.isBeyond || placed.isUnheard;
  const [x, y, w, h] = [placed.left, placed.top + 1, leastWidth(placed.width), placed.height - 2];
  // An edge would leave nothing of its fill to read.
  const isNarrow = w < NARROW;
  const outline = (grow: number) => {
    context.beginPath();
    context.roundRect(x - grow, y - grow, w + 2 * grow, h + 2 * grow, blockRadius(placed.height) + grow);
  };
  if (isSelected) {
    outline(isNarrow ? 3 : 4);
    context.fillStyle = inks.act;
    context.fill();
    outline(isNarrow ? 1.5 : 2);
    context.fillStyle = inks.card;
    context.fill();
  }
  if (!note.muted) {
    outline(0);
    context.fillStyle = inks.card;
    context.fill();
    context.save();
    context.clip();
    context.fillStyle = isHatched ? inks.lineStrong : inks.colour;
    context.globalAlpha = 0.24;
    context.fillRect(x, y, w, h);
    context.globalAlpha = 1;
    const loud = (h * note.velocity) / 127;
    if (!isHatched) context.fillRect(x, y + h - loud, w, loud);
    drawNotches(context, placed, inks);
    context.restore();
  }
  if (!isNarrow || note.muted) {
    outline(-0.75);
    context.setLineDash(isUnsure(note) ? [4, 3] : []);
    context.lineWidth = 1.5;
    context.strokeStyle = inks.colour;
    context.stroke();
  }
  drawBend(context, placed, inks);
  if (isOffGrid) drawOffGrid(context, x, y, inks.act);
  drawFigures(context, placed, inks);
}

/** Where the hits of a roll begin. */
function drawNotches(context: CanvasRenderingContext2D, { note, left, top, width, height }: PlacedNote, { card }: Inks): void {
  if (!note.roll) return;
  context.fillStyle = card;
  for (let hit = 1; hit < note.roll.hits; hit++) context.fillRect(left + (width * hit) / note.roll.hits - 1, top, 2, height * 0.55);
}

function drawBend(context: CanvasRenderingContext2D, { note, ladder, left, top, width, height }: PlacedNote, { card, ink }: Inks): void {
  if (!note.bend) return;
  context.beginPath();
  for (const [share, semitones] of bendLine(note.bend, note.length))
    context.lineTo(left + share * width, top + height / 2 - rowsAbove(ladder, note.pitch, semitones) * height);
  context.setLineDash([]);
  for (const [lineWidth, colour] of [
    [5, card],
    [2, ink],
  ] as const) {
    context.lineWidth = lineWidth;
    context.strokeStyle = colour;
    context.stroke();
  }
}

/** A small tick that leans out of the note's start. */
function drawOffGrid(context: CanvasRenderingContext2D, x: number, y: number, ink: string): void {
  context.fillStyle = ink;
  context.beginPath();
  context.moveTo(x - 4, y - 4);
  context.lineTo(x + 4, y - 4);
  context.lineTo(x - 4, y + 4);
  context.fill();
}

/** Passes as a small fraction, group, voice and pan as a small word. */
function drawFigures(context: CanvasRenderingContext2D, { note, left, top }: PlacedNote, { card, ink }: Inks): void {
  const figures = figuresOf(note);
  if (!figures) return;
  context.font = '11px sans-serif';
  context.fillStyle = card;
  context.fillRect(left + 1, top, context.measureText(figures).width + 4, 12);
  context.fillStyle = ink;
  context.fillText(figures, left + 3, top + 10);
}
