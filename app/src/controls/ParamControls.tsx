import { paramFields, type ParamField } from '@yibbo/core';
import { XStack, YStack } from '@tamagui/stacks';
import type { ReactNode } from 'react';
import { ParamControl } from './ParamControl';
import { Strip } from './Strip';

interface ParamControlsProps {
  readonly params: Parameters<typeof paramFields>[0];
  readonly values: Readonly<Record<string, unknown>>;
  readonly onChange: (changed: Readonly<Record<string, string | number>>) => void;
  /** Called on Enter in a text. */
  readonly onEnter?: () => void;
  /** One under the other, as in a panel; else sliders by themselves and the rest in a row that scrolls. */
  readonly isPanel: boolean;
  /** Rendered before the controls. */
  readonly before?: ReactNode;
}

/** The controls of all params of an action or a rule. */
export function ParamControls({ params, values, onChange, onEnter, isPanel, before }: ParamControlsProps) {
  const fields = paramFields(params);
  const control = (field: ParamField) => (
    <ParamControl
      key={field.name}
      field={field}
      value={values[field.name] as string | number}
      onChange={(value) => onChange({ [field.name]: value })}
      isFocused={field === fields[0]}
      onEnter={onEnter}
    />
  );
  if (isPanel)
    return (
      <YStack gap={8}>
        {before}
        {fields.map(control)}
      </YStack>
    );
  // A slider takes sideways drags: it has a line of its own, outside of what scrolls sideways.
  const isSlider = (field: ParamField) => field.control === 'slider';
  const [sliders, others] = [fields.filter(isSlider), fields.filter((field) => !isSlider(field))];
  return (
    <YStack gap={4}>
      {before || others.length ? (
        <XStack>
          <Strip>
            {before}
            {others.map(control)}
          </Strip>
        </XStack>
      ) : null}
      {sliders.map(control)}
    </YStack>
  );
}
