import { paramFields } from '@yibbo/core';
import { XStack, YStack } from '@tamagui/stacks';
import type { ReactNode } from 'react';
import { ParamControl } from './ParamControl';
import { Strip } from './Strip';

interface ParamControlsProps {
  readonly params: Parameters<typeof paramFields>[0];
  readonly values: Readonly<Record<string, unknown>>;
  readonly onChange: (changed: Readonly<Record<string, string | number>>) => void;
  /** What Enter and Escape do in a text. */
  readonly onEnter?: () => void;
  readonly onEscape?: () => void;
  /** One under the other, as in a panel; else in a row that scrolls. */
  readonly isPanel: boolean;
  /** What stands before them. */
  readonly before?: ReactNode;
}

/** The controls of all params of an action or a rule. */
export function ParamControls({ params, values, onChange, onEnter, onEscape, isPanel, before }: ParamControlsProps) {
  const controls = paramFields(params).map((field, index) => (
    <ParamControl
      key={field.name}
      field={field}
      value={values[field.name] as string | number}
      onChange={(value) => onChange({ [field.name]: value })}
      isFocused={index === 0}
      onEnter={onEnter}
      onEscape={onEscape}
    />
  ));
  if (isPanel)
    return (
      <YStack gap={8}>
        {before}
        {controls}
      </YStack>
    );
  return (
    <XStack>
      <Strip>
        {before}
        {controls}
      </Strip>
    </XStack>
  );
}
