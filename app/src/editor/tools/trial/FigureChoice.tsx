import { actionById, figureSteps, FIGURES, paramFields, readRhythm, turned, type FigureHit } from '@yibbo/core';
import { useState } from 'react';
import Svg, { Circle, Path } from 'react-native-svg';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import { Words } from '../../../controls/words';
import { changeTrial } from '../../../acts/trial/trials';
import { useAppDispatch } from '../../../state/store';
import type { Trial } from '../../../state/session/trial';
import { TakeRhythm } from './TakeRhythm';

interface FigureChoiceProps {
  readonly trial: Trial;
  /** The param that it sets. */
  readonly name?: string;
}

/** The rhythms of a setting, stepped through one by one, each drawn, or chosen from the list of all. */
export function FigureChoice({ trial, name = 'figure' }: FigureChoiceProps) {
  const dispatch = useAppDispatch();
  const [isListed, setListed] = useState(false);
  const field = paramFields(actionById(trial.actionId).params).find((each) => each.name === name)!;
  const { title, options } = field;
  const value = String(trial.params[name]);
  const at = Math.max(
    0,
    options.findIndex((option) => option.value === value),
  );
  // One of several says which it is.
  const isOnly = title === 'Figure';
  const choose = (id: string) => dispatch(changeTrial({ [name]: id }));
  const taken = String(trial.params.taken ?? '');
  const steps = stepsShown(value, taken);
  return (
    <YStack gap={4}>
      <XStack gap={4} alignItems="center" flexWrap="wrap">
        {isOnly ? null : (
          <Words small faded style={{ minWidth: TITLE }}>
            {title}
          </Words>
        )}
        <Stepper
          title={title}
          shown={nameShown(options[at]!.name, title)}
          width={isOnly ? 150 : 122}
          lowerLabel={`${title}: the one before`}
          raiseLabel={`${title}: the next`}
          canLower={at > 0}
          canRaise={at < options.length - 1}
          onStep={(by) => choose(options[at + by]!.value)}
        />
        <Press
          label={isOnly ? 'All figures' : `All figures for ${title.toLowerCase()}`}
          shown="All figures"
          look={isListed ? 'on' : 'raised'}
          expanded={isListed}
          onPress={() => setListed(!isListed)}
        />
      </XStack>
      {steps ? <FigurePicture steps={turned(steps, Number(trial.params.turn ?? 0))} name={options[at]!.name} /> : null}
      {value === 'taken' ? <TakeRhythm taken={taken} /> : null}
      {isListed ? (
        <Choices
          title={isOnly ? 'Ready figures' : `Ready figures for ${title.toLowerCase()}`}
          hasLetters
          options={options.map((option) => ({ value: option.value, name: nameShown(option.name, title) }))}
          value={value}
          onChange={(id) => {
            setListed(false);
            choose(id);
          }}
        />
      ) : null}
    </YStack>
  );
}

/** Room for the name of one of several figures, in pixels. */
const TITLE = 44;

/** "none" says what there is none of. */
function nameShown(name: string, title: string): string {
  if (name !== 'none') return name.charAt(0).toUpperCase() + name.slice(1);
  return title === 'Figure' ? 'No figure' : `${title}: none`;
}

function stepsShown(value: string, taken: string): readonly (FigureHit | null)[] | null {
  const ready = FIGURES[value];
  if (ready) return figureSteps(ready);
  return value === 'taken' ? (readRhythm(taken)?.steps ?? null) : null;
}

/** Width of a step and height of the picture, in pixels. */
const STEP = 14;
const HEIGHT = 22;
const SIZES: Readonly<Record<FigureHit, number>> = { strong: 6, hit: 4.2, ghost: 2 };

/** The steps of a figure as dots, larger where they are stronger; a line at every fourth. */
function FigurePicture({ steps, name }: { readonly steps: readonly (FigureHit | null)[]; readonly name: string }) {
  const x = (step: number) => STEP / 2 + step * STEP;
  const lines = steps.map((_, step) => `M${x(step)} ${step % 4 === 0 ? 0 : HEIGHT - 5}V${HEIGHT}`).join('');
  return (
    <Svg
      width={steps.length * STEP}
      height={HEIGHT}
      viewBox={`0 0 ${steps.length * STEP} ${HEIGHT}`}
      accessibilityRole="image"
      accessibilityLabel={`The steps of ${name}`}
    >
      <Path d={lines} stroke="var(--lineStrong)" fill="none" />
      {steps.map((hit, step) => (hit ? <Circle key={step} cx={x(step)} cy={HEIGHT / 2} r={SIZES[hit]} fill="var(--act)" /> : null))}
    </Svg>
  );
}
