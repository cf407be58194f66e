import type { CSSProperties } from 'react';

const NAMES: CSSProperties = {
  background: 'var(--card)',
  borderTop: '1px solid var(--lineStrong)',
  borderRight: '1px solid var(--lineStrong)',
  fontSize: 12,
  lineHeight: '14px',
  color: 'var(--faded)',
  overflow: 'hidden',
};

const BESIDE: CSSProperties = { padding: '3px 0 0 4px' };

const PRESS: CSSProperties = {
  ...BESIDE,
  display: 'block',
  width: '100%',
  height: '100%',
  border: 0,
  background: 'transparent',
  color: 'inherit',
  font: 'inherit',
  lineHeight: 'inherit',
  textAlign: 'left',
  verticalAlign: 'top',
  cursor: 'pointer',
};

const WHOM: CSSProperties = { display: 'block', color: 'var(--ink)', fontWeight: 600 };

/** The effect of a press in a lane, with the button that changes it. */
export interface LaneMode {
  readonly shown: string;
  /** The rest of the button's name, after the lane's and what is shown. */
  readonly more: string;
  readonly onPress: () => void;
}

interface LaneNamesProps {
  readonly short: string;
  /** The scope of a press in the lane, where that is not all of it. */
  readonly whom?: string | null;
  /** The value being drawn, in words; null while none is. */
  readonly value: string | null;
  readonly mode?: LaneMode | undefined;
}

/** The lane's name and what a press in it does; while it is drawn in, its value and where to let go to call that off. */
export function LaneNames({ short, whom = null, value, mode }: LaneNamesProps) {
  const only = whom === null ? null : <span style={WHOM}> {whom}</span>;
  if (value !== null)
    return (
      <div style={{ ...NAMES, ...BESIDE }}>
        <div data-testid="lane-value" style={{ color: 'var(--ink)', fontWeight: 600 }}>
          {value}
        </div>
        <div style={{ color: 'var(--act)' }}>drop here to cancel</div>
      </div>
    );
  if (!mode)
    return (
      <div style={{ ...NAMES, ...BESIDE }}>
        {short}
        {only}
      </div>
    );
  return (
    <div style={NAMES}>
      <button
        type="button"
        aria-label={`${short}${whom ? ` ${whom}` : ''} ${mode.shown} ${mode.more}: change`}
        style={PRESS}
        onClick={mode.onPress}
      >
        {short}
        {only}
        <span style={{ display: 'block', color: 'var(--act)', paddingTop: 2 }}> {mode.shown}</span>
      </button>
    </div>
  );
}
