import { historyLine, type Document, type HistoryStep } from '@yibbo/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { TextField } from '../../controls/TextField';
import { useTypedName } from '../../controls/useTypedName';
import { Unseen } from '../../controls/Unseen';
import { Words } from '../../controls/words';
import { useEffects } from '../../state/effects';
import { adjustStep } from '../../acts/trial/adjust';
import { selectAdjustable } from '../../acts/trial/made-step';
import { peekSet, sheetSet } from '../../state/session/session';
import { SheetFrame } from '../sheets/SheetFrame';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { backTo, comparedWith, copyOfPoint, goToStep, readEarlier, savePoint, type Compared } from '../../acts/history';
import { ago } from './ago';

/** Height of a step, in pixels: a thumb. Of the list where it has the sheet's room, and beside the page. */
const ROW = 44;
const LIST = 190;
const PANEL_LIST = 480;

/** The song's history, step by step, to go back and forward in; and its saved points. */
export default function HistorySheet({ isPanel }: { readonly isPanel: boolean }) {
  const labels = useAppSelector((state) => state.song.history);
  // The newest first: that is what is looked for most.
  const openRun = useAppSelector((state) => state.session.openRun);
  const steps = useMemo(() => [...historyLine(labels, openRun)].reverse(), [labels, openRun]);
  const [compared, setCompared] = useState<NamedCompared | null>(null);
  const done = steps.filter(({ isDone, point }) => isDone && point === null).length;
  return (
    <SheetFrame title="History" note={done === 1 ? '1 step' : `${done} steps`} isPanel={isPanel}>
      <PointLine />
      {compared ? <ComparedWith {...compared} onClose={() => setCompared(null)} /> : null}
      {steps.length ? (
        <StepList steps={steps} height={isPanel ? PANEL_LIST : LIST} onCompare={setCompared} />
      ) : (
        <Words small>Nothing has been done yet.</Words>
      )}
    </SheetFrame>
  );
}

/** Saves where the song is now. */
function PointLine() {
  const dispatch = useAppDispatch();
  const { typed, type, keep, isOther, leave } = useTypedName('', (name) => dispatch(savePoint(name)), { clears: true });
  return (
    <XStack gap={4} alignItems="center">
      <TextField
        label="Name of the saved point"
        placeholder="name for now"
        value={typed}
        onChange={type}
        onEnter={keep}
        onLeave={keep}
        {...(isOther ? { onEscape: leave } : {})}
      />
      <Press label="Save this point" shown="Save this point" look="raised" disabled={!isOther} onPress={keep} />
    </XStack>
  );
}

interface NamedCompared extends Compared {
  readonly name: string;
}

/** The differences from a saved point, part by part; while held, it is heard and seen in place of the song. */
function ComparedWith({ name, document, differences, onClose }: NamedCompared & { readonly onClose: () => void }) {
  const dispatch = useAppDispatch();
  const peek = (to: Document | null) => () => void dispatch(peekSet(to));
  useEffect(() => () => void dispatch(peekSet(null)), [dispatch]);
  return (
    <YStack gap={4} render="section" aria-label={`Compared with ${name}`} data-testid="compared">
      <XStack alignItems="center" gap={4} flexWrap="wrap">
        <Press label={`Hold to hear ${name}`} look="raised" onHoldStart={peek(document)} onHoldEnd={peek(null)} />
        <Press label="Close the comparison" shown="Close" onPress={onClose} />
      </XStack>
      {differences.length === 0 ? <Words small>The song is as it was at {name}.</Words> : null}
      {differences.map(({ what, words }) => (
        <Words key={what} small>
          <Words small strong>
            {what}
          </Words>
          : {words}
        </Words>
      ))}
    </YStack>
  );
}

interface StepListProps {
  readonly steps: readonly HistoryStep[];
  readonly height: number;
  readonly onCompare: (compared: NamedCompared) => void;
}

function StepList({ steps, height, onCompare }: StepListProps) {
  const dispatch = useAppDispatch();
  const { deviceId, page } = useEffects();
  // The song page has no place for a trial.
  const adjustable = useAppSelector((state) => (page.isOpen ? null : selectAdjustable(state)?.changeIds[0]));
  const adjust = () => {
    dispatch(sheetSet(null));
    dispatch(adjustStep());
  };
  const [now] = useState(() => Date.now());
  const scroller = useRef<HTMLDivElement>(null);
  const hasEarlier = useAppSelector(({ song }) => song.revision > song.acknowledgedLabels.length);
  // The virtualizer's result must not be memoised, so the compiler may leave this component as it is.
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({ count: steps.length, getScrollElement: () => scroller.current, estimateSize: () => ROW, overscan: 6 });
  const here = steps.find(({ isDone, point }) => isDone && point === null)?.id;
  const last = rows.getVirtualItems().at(-1)?.index ?? 0;
  useEffect(() => {
    if (hasEarlier && last >= steps.length - 20) void dispatch(readEarlier());
  }, [dispatch, hasEarlier, last, steps.length]);
  return (
    <div ref={scroller} role="list" aria-label="Steps" tabIndex={0} style={{ height, overflowY: 'auto', position: 'relative' }}>
      <div style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const step = steps[index]!;
          return (
            <div
              key={step.id}
              role="listitem"
              aria-current={step.id === here || undefined}
              style={{ position: 'absolute', left: 0, right: 0, top: 0, height: ROW, transform: `translateY(${start}px)` }}
            >
              {step.point === null ? (
                <XStack>
                  <StepRow step={step} isHere={step.id === here} isMine={step.device === deviceId} now={now} />
                  {step.id === adjustable ? <Press label={`Adjust: ${step.words}`} shown="Adjust" onPress={adjust} /> : null}
                </XStack>
              ) : (
                <PointRow step={step} name={step.point} now={now} onCompare={onCompare} />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

interface StepRowProps {
  readonly step: HistoryStep;
  readonly isHere: boolean;
  readonly isMine: boolean;
  readonly now: number;
}

/** A step: a press makes it the last that is done. */
function StepRow({ step: { id, words, at, isDone }, isHere, isMine, now }: StepRowProps) {
  const dispatch = useAppDispatch();
  const when = `${ago(at, now)}${isMine ? '' : ', another window or device'}`;
  const what = isHere ? 'the song is here' : isDone ? 'go back to here' : 'redo to here';
  return (
    <button
      type="button"
      onClick={() => void dispatch(goToStep(id))}
      style={{
        ...ROW_STYLE,
        color: isDone ? 'var(--ink)' : 'var(--faded)',
        borderLeft: `4px solid ${isHere ? 'var(--act)' : 'transparent'}`,
        textDecoration: isDone ? 'none' : 'line-through',
      }}
    >
      <span style={ONE_LINE}>{words}</span>
      <small style={{ color: 'var(--faded)', whiteSpace: 'nowrap' }}>{when}</small>
      <Unseen>: {what}</Unseen>
    </button>
  );
}

interface PointRowProps {
  readonly step: HistoryStep;
  readonly name: string;
  readonly now: number;
  readonly onCompare: (compared: NamedCompared) => void;
}

function PointRow({ step: { id, at }, name, now, onCompare }: PointRowProps) {
  const dispatch = useAppDispatch();
  const open = () =>
    void dispatch(copyOfPoint(id)).then((copyId) => {
      // From one song to another the router would keep what belongs to the first: the page is loaded anew.
      if (copyId) location.assign(`/song/${copyId}`);
    });
  return (
    <XStack alignItems="center" height={ROW} gap={4} backgroundColor="$wash" paddingLeft={8}>
      <Words strong oneLine style={{ flexGrow: 1, flexShrink: 1 }}>
        {name}
      </Words>
      <Unseen>{ago(at, now)}</Unseen>
      <Press
        label={`Compare with ${name}`}
        shown="Compare"
        onPress={() => void dispatch(comparedWith(id)).then((found) => found && onCompare({ ...found, name }))}
      />
      <Press label={`Back to ${name}`} shown="Back to" onPress={() => void dispatch(backTo(id, name))} />
      <Press label={`Open a copy of ${name}`} shown="Open a copy" onPress={open} />
    </XStack>
  );
}

const ROW_STYLE = {
  display: 'flex',
  alignItems: 'center',
  gap: 8,
  width: '100%',
  height: ROW,
  padding: '0 8px',
  borderWidth: 0,
  borderBottom: '1px solid var(--lineWeak)',
  background: 'transparent',
  color: 'var(--ink)',
  font: 'inherit',
  textAlign: 'left',
  cursor: 'pointer',
} as const;
const ONE_LINE = { flex: 1, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } as const;
