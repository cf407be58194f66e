import { barBefore, nearestBar, movedPlacements, type Document, type Id, type Placement } from '@yibbo/core';
import { useEffect, useRef, useState, type MouseEvent, type PointerEvent, type RefObject } from 'react';
import { placementsSelected } from '../../session/session';
import { useAppDispatch, useAppSelector } from '../../store';
import { moveSelected, newPatternAt, selectedPlacements, setPlacementEnd, togglePlacement, wouldLandOn } from '../acts/placements';
import type { PageLayout } from './layout';
import { endReach, placeAt, type PagePlace } from './page-places';
import { usePlacementRectangle, useStillPage } from './usePlacementRectangle';

const HOLD_MS = 450;
const SLOP = 8;

/** A press on a placement: by itself it opens it, held it selects it, and what is selected can be dragged. */
interface Press {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly from: PagePlace;
  readonly isEnd: boolean;
  readonly pointerId: number;
  isHeld: boolean;
  isDragging: boolean;
  timer: ReturnType<typeof setTimeout> | undefined;
}

/** What a drag would do, in words, and where it would put things. */
export interface PlacementDrag {
  readonly ghosts: readonly Placement[];
  readonly words: string;
}

interface HandParts {
  readonly page: RefObject<HTMLElement | null>;
  readonly layout: PageLayout;
  readonly document: Document;
  /** What a press on a placement does: opens its pattern, full size or on the page. */
  readonly open: (placementId: Id) => void;
}

interface Going extends PlacementDrag {
  readonly ticks: number;
  readonly trackSteps: number;
  readonly endTick: number | null;
}

/** Fingers and the mouse on the placements of the page. */
export function usePlacementHand(parts: HandParts) {
  const { drag, press, wasAnswered, handlers } = usePlacementDrag(parts);
  const { rectangle, justEnded, handlers: pulls } = usePlacementRectangle(parts.page);
  const click = usePlacementClick(parts, wasAnswered);
  const dispatch = useAppDispatch();
  const onClick = (event: MouseEvent<HTMLElement>) => {
    // A key presses by itself.
    if (event.detail === 0 || !justEnded.current) click(event);
  };
  const onContextMenu = (event: MouseEvent<HTMLElement>) => {
    const id = placementIn(event.target);
    // A finger that is held draws a rectangle or has selected what it is on.
    if (id || rectangle) event.preventDefault();
    if (!id) return;
    if (!press.current?.isHeld) dispatch(togglePlacement(id));
  };
  return { drag, rectangle, handlers: { ...bothOf(handlers, pulls), onClick, onContextMenu } };
}

type Handlers = Readonly<
  Record<'onPointerDown' | 'onPointerMove' | 'onPointerUp' | 'onPointerCancel', (event: PointerEvent<HTMLElement>) => void>
>;

/** Pointer events for two that listen. */
function bothOf(one: Handlers, other: Handlers): Handlers {
  const both = (name: keyof Handlers) => (event: PointerEvent<HTMLElement>) => {
    one[name](event);
    other[name](event);
  };
  return {
    onPointerDown: both('onPointerDown'),
    onPointerMove: both('onPointerMove'),
    onPointerUp: both('onPointerUp'),
    onPointerCancel: both('onPointerCancel'),
  };
}

function placementIn(target: EventTarget): string | undefined {
  return (target as HTMLElement).closest<HTMLElement>('[data-placement]')?.dataset.placement;
}

/** Whether a press is on the end of a selected placement. Told by where it is: a browser gives a touch to whatever it finds near. */
function isAtEnd({ target, clientX }: PointerEvent<HTMLElement>): boolean {
  const segment = (target as HTMLElement).closest<HTMLElement>('[data-ends]');
  const box = segment?.getBoundingClientRect();
  return box !== undefined && clientX > box.right - endReach(box.width);
}

/** What a click, a tap or Enter does: opens a placement or, while some are selected, adds it; makes a pattern where there is none. */
function usePlacementClick({ page, layout, document, open }: HandParts, wasAnswered: RefObject<string | null>) {
  const dispatch = useAppDispatch();
  const hasSelection = useAppSelector((state) => selectedPlacements(state).length > 0);
  const makeNew = (empty: HTMLElement, event: MouseEvent<HTMLElement>) => {
    // A key presses the whole gap, and means its first bar; a finger the bar it is on.
    const at = event.detail > 0 && page.current ? placeAt(page.current, layout, event.clientX, event.clientY) : null;
    const start = Math.max(Number(empty.dataset.empty), at ? barBefore(document.song.meters, at.tick) : 0);
    const made = dispatch(newPatternAt(empty.dataset.track!, start));
    if (made) open(made);
  };
  return (event: MouseEvent<HTMLElement>) => {
    const id = placementIn(event.target);
    const empty = (event.target as HTMLElement).closest<HTMLElement>('[data-empty]');
    // A key answers for itself.
    if (id && event.detail > 0 && wasAnswered.current === id) return;
    if (id && (hasSelection || event.shiftKey)) dispatch(togglePlacement(id));
    else if (id) open(id);
    else if (empty && hasSelection) dispatch(placementsSelected([]));
    else if (empty) makeNew(empty, event);
  };
}

/** A press that is held selects; what is selected can be dragged, by its body or its end. */
function usePlacementDrag({ page, layout, document }: HandParts) {
  const dispatch = useAppDispatch();
  const selected = useAppSelector((state) => state.session.placementIds);
  const landing = useAppSelector((state) => state.preferences.landing);
  const press = useRef<Press | null>(null);
  /** The placement whose press has been answered: the click that follows says nothing more. */
  const wasAnswered = useRef<string | null>(null);
  const [going, setGoing] = useState<Going | null>(null);
  const end = () => {
    clearTimeout(press.current?.timer);
    press.current = null;
    setGoing(null);
  };
  useEscape(end);
  useStillPage(page, () => press.current?.isHeld ?? false);
  const hold = (id: string) => {
    if (!press.current || press.current.isDragging) return;
    press.current.isHeld = true;
    wasAnswered.current = id;
    // The same finger can go on and drag what it has just selected.
    page.current?.setPointerCapture(press.current.pointerId);
    dispatch(togglePlacement(id));
  };
  const onPointerDown = (event: PointerEvent<HTMLElement>) => {
    wasAnswered.current = null;
    const id = placementIn(event.target);
    const from = page.current && placeAt(page.current, layout, event.clientX, event.clientY);
    if (!id || !from || event.button !== 0) return;
    press.current = { ...pressOf(event), id, from, timer: setTimeout(hold, HOLD_MS, id) };
    if (selected.includes(id)) event.currentTarget.setPointerCapture(event.pointerId);
  };
  const onPointerMove = (event: PointerEvent<HTMLElement>) => {
    const now = press.current;
    if (!now) return;
    const isAway = Math.hypot(event.clientX - now.x, event.clientY - now.y) > SLOP;
    if (isAway) clearTimeout(now.timer);
    if (!selected.includes(now.id) || (!isAway && !now.isDragging)) return;
    now.isDragging = true;
    const at = page.current && placeAt(page.current, layout, event.clientX, event.clientY);
    if (at) setGoing(goingTo(document, selected, now, at, landing));
  };
  const onPointerUp = () => {
    const now = press.current;
    const done = going;
    end();
    if (!now || (now.isHeld && !now.isDragging) || !selected.includes(now.id)) return;
    // What is selected has taken the pointer, and its click with it.
    wasAnswered.current = now.id;
    if (!now.isDragging) dispatch(togglePlacement(now.id));
    else if (done && done.endTick !== null) dispatch(setPlacementEnd(now.id, done.endTick));
    else if (done) dispatch(moveSelected(done.ticks, done.trackSteps));
  };
  const drag: PlacementDrag | null = going;
  return { drag, press, wasAnswered, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: end } };
}

/** A press as it begins. */
function pressOf(event: PointerEvent<HTMLElement>) {
  const { clientX: x, clientY: y, pointerId } = event;
  return { x, y, pointerId, isEnd: isAtEnd(event), isHeld: false, isDragging: false };
}

function goingTo(document: Document, selected: readonly string[], press: Press, at: PagePlace, landing: string): Going {
  const { meters } = document.song;
  if (press.isEnd) {
    const placement = document.placements.find(({ id }) => id === press.id);
    const endTick = placement ? Math.max(nearestBar(meters, at.tick), placement.start + 1) : null;
    const ghosts = placement && endTick !== null ? [{ ...placement, length: endTick - placement.start }] : [];
    return { ghosts, words: 'How far it goes round', ticks: 0, trackSteps: 0, endTick };
  }
  const first = document.placements.find(({ id }) => id === press.id);
  const wanted = (first?.start ?? 0) + at.tick - press.from.tick;
  const ticks = nearestBar(meters, wanted) - (first?.start ?? 0);
  const trackSteps = at.track < 0 ? 0 : at.track - Math.max(0, press.from.track);
  const ghosts = movedPlacements(document, selected, ticks, trackSteps);
  const under = wouldLandOn(document, selected, ticks, trackSteps);
  const words = under
    ? `${under === 1 ? '1 lies' : `${under} lie`} there: ${LANDING_WORDS[landing as keyof typeof LANDING_WORDS]}`
    : 'Let go to put it there';
  return { ghosts, words, ticks, trackSteps, endTick: null };
}

/** What becomes of what lies where something is dropped. */
const LANDING_WORDS = { merge: 'both sound', replace: 'it is replaced', push: 'it moves on, later' } as const;

function useEscape(cancel: () => void): void {
  const latest = useRef(cancel);
  useEffect(() => {
    latest.current = cancel;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') latest.current();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
