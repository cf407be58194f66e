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
}

/** What actions show of their settings beside the controls that all have. */
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
  arpeggio: ({ trial }) => (
    <>
      <ArpeggioPicture trial={trial} />
      <FigureChoice trial={trial} />
    </>
  ),
  chords: ChordSettings,
  groove: ({ trial }) => <GrooveSettings groove={String(trial.params.groove)} taken={String(trial.params.taken)} />,
};

/** An action's own settings: ready figures, chords, pictures. */
export function ActionSettings({ trial, isPanel }: OfTrial) {
  const Shown = SETTINGS[trial.actionId];
  return Shown ? <Shown trial={trial} isPanel={isPanel} /> : null;
}
