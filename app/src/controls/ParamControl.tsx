import { pitchName, type ParamField } from '@yibbo/core';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from './Choices';
import { DivisionControl, isStepped } from './DivisionControl';
import { NumberStepper } from './NumberStepper';
import { Press } from './Press';
import { Slider } from './Slider';
import { Stepper } from './Stepper';
import { TextField } from './TextField';
import { Words } from './words';

export interface ParamControlProps {
  readonly field: ParamField;
  readonly value: string | number;
  readonly onChange: (value: string | number) => void;
  /** The division of the grid in use, by name. */
  readonly grid: string;
  /** Whether its name stands before it in one line, else above it. */
  readonly isInLine: boolean;
  /** For a text: whether it is typed into at once, and what Enter does. */
  readonly isFocused?: boolean;
  readonly onEnter?: () => void;
}

/** The one control for each kind of param: a stepper, a slider, a row of choices or a line to type in. */
export function ParamControl({ field, value, onChange, grid, isInLine, ...typing }: ParamControlProps) {
  const Frame = isInLine ? XStack : YStack;
  return (
    <Frame gap={isInLine ? 6 : 2} alignItems={isInLine ? 'center' : undefined} flexShrink={0}>
      <Words small faded style={{ width: isInLine ? NAME : undefined, flexShrink: 0 }}>
        {field.title}
      </Words>
      {field.control === 'stepper' ? <StepperParam field={field} value={Number(value)} onChange={onChange} /> : null}
      {field.control === 'slider' ? <SliderParam field={field} value={Number(value)} onChange={onChange} /> : null}
      {field.control === 'choice' ? (
        <Choices title={field.title} options={field.options} value={String(value)} onChange={onChange} />
      ) : null}
      {field.control === 'division' ? <DivisionParam field={field} value={String(value)} grid={grid} onChange={onChange} /> : null}
      {field.control === 'steps' ? <StepsParam field={field} value={String(value)} onChange={onChange} /> : null}
      {field.control === 'text' ? <TextParam field={field} value={String(value)} onChange={onChange} {...typing} /> : null}
    </Frame>
  );
}

/** Room for a setting's name before its control, in pixels. */
const NAME = 66;

function DivisionParam({ field, value, grid, onChange }: Kind<string> & { readonly grid: string }) {
  if (isStepped(field)) return <DivisionControl field={field} value={value} grid={grid} onChange={onChange} />;
  return <Choices title={field.title} options={withOdd(field.options, value)} value={value} onChange={onChange} />;
}

/** The named divisions, with the one that holds where it is another. */
function withOdd(named: ParamField['options'], value: string): ParamField['options'] {
  return named.some((each) => each.value === value) ? named : [...named, { value, name: value }];
}

type Kind<T> = { readonly field: ParamField; readonly value: T; readonly onChange: (value: T) => void };

function StepperParam({ field, value, onChange }: Kind<number>) {
  return (
    <NumberStepper
      title={field.title}
      value={value}
      unit={field.unit}
      words={field.unit === 'pitch' ? (pitch) => pitchName(pitch) : undefined}
      width={48}
      isWhole
      least={field.low}
      most={field.high}
      onStep={(direction) => onChange(value + direction)}
      onTyped={onChange}
    />
  );
}

function SliderParam({ field, value, onChange }: Kind<number>) {
  return (
    <Slider
      title={field.title}
      low={field.low}
      high={field.high}
      value={value}
      width="100%"
      words={(each) => `${each} ${field.unit}`}
      onChange={onChange}
    />
  );
}

function TextParam({ field, value, ...rest }: Kind<string> & Pick<ParamControlProps, 'isFocused' | 'onEnter'>) {
  return (
    <TextField label={field.title} value={value} placeholder={field.example} width={field.high > SHORT_TEXT ? '100%' : 118} {...rest} />
  );
}

/** A button for each step, and how many there are. */
function StepsParam({ field, value, onChange }: Kind<string>) {
  const steps = [...value];
  const turned = (at: number) => steps.map((step, index) => (index === at ? (step === 'x' ? '.' : 'x') : step)).join('');
  return (
    <XStack gap={4} role="group" aria-label={field.title} flexWrap="wrap" flexShrink={1}>
      <Stepper
        title="How many"
        shown={String(steps.length)}
        width={30}
        canLower={steps.length > field.low}
        canRaise={steps.length < field.high}
        onStep={(direction) => onChange(direction > 0 ? `${value}.` : value.slice(0, -1))}
      />
      {steps.map((step, index) => (
        <Press
          key={index}
          label={`${index + 1} ${step === 'x' ? 'sounds' : 'rests'}: change`}
          shown={String(index + 1)}
          look={step === 'x' ? 'on' : 'raised'}
          pressed={step === 'x'}
          onPress={() => onChange(turned(index))}
        />
      ))}
    </XStack>
  );
}

/** Longer texts than this get a whole line, in characters. */
const SHORT_TEXT = 100;
