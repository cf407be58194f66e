import { barBefore, findById, type Document, type Id, type Placement } from '@yibbo/core';
import { useRef, useState, type MouseEvent, type PointerEvent, type RefObject } from 'react';
import { swallowClick } from '../../controls/swallow-click';
import { useOnePointer, type PointerHandlers } from '../../controls/useOnePointer';
import { placementsSelected } from '../../state/session/session';
import { useAppDispatch, useAppSelector, type Thunk } from '../../state/store';
import { moveSelected, newPatternAt, selectedPlacements, setPlacementEnd, togglePlacement } from '../../acts/song/placements';
import type { PageLayout } from './layout';
import { endReach, placeAt, type PagePlace } from './page-places';
import { goingTo, type Going } from './placement-drag';
import type { PageDrag, PageDragSteps } from './usePageDrag';
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

interface HandParts {
  readonly page: RefObject<HTMLElement | null>;
  readonly layout: PageLayout;
  readonly document: Document;
  readonly drag: PageDrag;
  /** Called for a press on a placement: opens its pattern, full size or on the page. */
  readonly open: (placementId: Id) => void;
}

/** Fingers and the mouse on the placements of the page. `ghosts` is where a drag would put them. */
export function usePlacementHand(parts: HandParts) {
  const { ghosts, press, wasAnswered, handlers } = usePlacementDrag(parts);
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
  const ofOne = useOnePointer(bothOf(handlers, pulls));
  return { ghosts, rectangle, handlers: { ...ofOne, onClick, onContextMenu } };
}

/** Pointer events for two that listen. */
function bothOf(one: PointerHandlers, other: PointerHandlers): PointerHandlers {
  const both = (name: keyof PointerHandlers) => (event: PointerEvent<HTMLElement>) => {
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

/** Handles a click, a tap or Enter: opens a placement or, while some are selected, adds it; makes a pattern where there is none. */
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

const NO_GHOSTS: readonly Placement[] = [];

/** A press that is held selects; what is selected can be dragged, by its body or its end. */
function usePlacementDrag({ page, layout, document, drag }: HandParts) {
  const dispatch = useAppDispatch();
  const selected = useAppSelector((state) => state.session.placementIds);
  const landing = useAppSelector((state) => state.preferences.landing);
  const press = useRef<Press | null>(null);
  /** The placement whose press has been answered: the click that follows says nothing more. */
  const wasAnswered = useRef<string | null>(null);
  const [ghosts, setGhosts] = useState(NO_GHOSTS);
  const end = () => {
    clearTimeout(press.current?.timer);
    press.current = null;
    setGhosts(NO_GHOSTS);
  };
  useStillPage(page, () => press.current?.isHeld || press.current?.isDragging || false);
  const hold = (id: string) => {
    if (!press.current || press.current.isDragging) return;
    press.current.isHeld = true;
    wasAnswered.current = id;
    // The same finger can go on and drag what it has just selected.
    page.current?.setPointerCapture(press.current.pointerId);
    dispatch(togglePlacement(id));
  };
  const beginDrag = (now: Press, event: PointerEvent<HTMLElement>) => {
    now.isDragging = true;
    // The selection captured the pointer, and its click with it.
    wasAnswered.current = now.id;
    // From where the press is now: what was selected may have made room for its tools.
    const from = (page.current && placeAt(page.current, layout, now.x, now.y)) ?? now.from;
    const to = (at: PagePlace) => goingTo({ document, selected, press: { ...now, from }, at, landing });
    const { pointerId, clientX, clientY } = event;
    const steps = dragSteps(to, { show: setGhosts, end, put: (going) => dispatch(putDragged(now.id, going)) });
    drag.begin({ pointerId, clientX, clientY, isMoving: true }, steps);
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
    if (!now || now.isDragging) return;
    const isAway = Math.hypot(event.clientX - now.x, event.clientY - now.y) > SLOP;
    if (isAway) clearTimeout(now.timer);
    if (isAway && selected.includes(now.id)) beginDrag(now, event);
  };
  const onPointerUp = () => {
    const now = press.current;
    // A drag ends by itself.
    if (!now || now.isDragging) return;
    end();
    // The tools of what was selected may lie under the finger by now.
    if (now.isHeld) return swallowClick();
    if (!selected.includes(now.id)) return;
    wasAnswered.current = now.id;
    dispatch(togglePlacement(now.id));
  };
  const onPointerCancel = () => {
    if (!press.current?.isDragging) end();
  };
  return { ghosts, press, wasAnswered, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel } };
}

/** A drag of placements, step by step. */
function dragSteps(
  goes: (at: PagePlace) => Going,
  parts: { show(ghosts: readonly Placement[]): void; end(): void; put(going: Going): void },
): PageDragSteps {
  let going: Going | null = null;
  return {
    move: (at) => {
      going = goes(at);
      parts.show(going.ghosts);
      return going.words;
    },
    drop: () => {
      parts.end();
      if (going) parts.put(going);
    },
    cancel: parts.end,
  };
}

/** Puts what was dragged where it was let go; where that is far away, it is shown. */
function putDragged(id: Id, { endTick, ticks, trackSteps }: Going): Thunk {
  return (dispatch, getState, { page }) => {
    if (endTick !== null) return dispatch(setPlacementEnd(id, endTick));
    dispatch(moveSelected(ticks, trackSteps));
    const start = findById(getState().song.document?.placements ?? [], id)?.start;
    if (start !== undefined && !page.isInView(start)) page.reveal(start);
  };
}

/** A press as it begins. */
function pressOf(event: PointerEvent<HTMLElement>) {
  const { clientX: x, clientY: y, pointerId } = event;
  return { x, y, pointerId, isEnd: isAtEnd(event), isHeld: false, isDragging: false };
}
