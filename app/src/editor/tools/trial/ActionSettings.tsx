import type { ActionId } from '@yibbo/core';
import type { ReactNode } from 'react';
import type { Trial } from '../../../state/session/trial';
import { ArpeggioPicture } from './ArpeggioPicture';
import { ChordSettings } from './ChordSettings';
import { FigureChoice } from './FigureChoice';
import { GrooveSettings } from './GrooveSettings';

interface OfTrial {
  readonly trial: Trial;
  readonly isPanel: boolean;
  /** Whether all settings are shown, or the main ones only. */
  readonly isWhole: boolean;
}

/** Settings of single actions that need more than the standard controls. */
const SETTINGS: Partial<Readonly<Record<ActionId, (props: OfTrial) => ReactNode>>> = {
  rhythm: ({ trial }) => <FigureChoice trial={trial} />,
  beat: ({ trial }) => (
    <>
      <FigureChoice trial={trial} name="kick" />
      <FigureChoice trial={trial} name="snare" />
      <FigureChoice trial={trial} name="hats" />
    </>
  ),
  strike: ({ trial }) => <FigureChoice trial={trial} />,
  arpeggio: ({ trial, isWhole }) => (
    <>
      <ArpeggioPicture trial={trial} />
      {isWhole ? <FigureChoice trial={trial} /> : null}
    </>
  ),
  chords: ChordSettings,
  groove: ({ trial }) => <GrooveSettings groove={String(trial.params.groove)} taken={String(trial.params.taken)} />,
};

/** An action's own settings: ready figures, chords, pictures. */
export function ActionSettings(props: OfTrial) {
  const Shown = SETTINGS[props.trial.actionId];
  return Shown ? <Shown {...props} /> : null;
}
