import { paramFields, type ParamField } from '@yibbo/core';
import { XStack, YStack } from '@tamagui/stacks';
import type { ReactNode } from 'react';
import { ParamControl } from './ParamControl';

interface ParamControlsProps {
  readonly params: Parameters<typeof paramFields>[0];
  readonly values: Readonly<Record<string, unknown>>;
  /** The division of the grid in use, by name. */
  readonly grid: string;
  readonly onChange: (changed: Readonly<Record<string, string | number>>) => void;
  /** Called on Enter in a text. */
  readonly onEnter?: () => void;
  /** Names above their controls, as in a panel; else before them, in lines of one thumb. */
  readonly isPanel: boolean;
  /** The params to show, by name; all of them where absent. */
  readonly shown?: readonly string[];
  /** Rendered before the controls. */
  readonly before?: ReactNode;
}

/** The controls of the params of an action or a rule, one below the other. Short texts stand side by side. */
export function ParamControls({ params, values, grid, onChange, onEnter, isPanel, shown, before }: ParamControlsProps) {
  // Values taken from a pattern, and ready figures, have controls of their own.
  const all = paramFields(params).filter(({ control }) => control !== 'taken' && control !== 'figure');
  const fields = shown ? shown.map((name) => all.find((field) => field.name === name)!) : all;
  const areTexts = fields.length > 1 && fields.every(({ control }) => control === 'text');
  const control = (field: ParamField) => (
    <ParamControl
      key={field.name}
      field={field}
      value={values[field.name] as string | number}
      grid={grid}
      isInLine={!isPanel && field.control !== 'text' && field.control !== 'steps'}
      onChange={(value) => onChange({ [field.name]: value })}
      isFocused={field === fields[0]}
      onEnter={onEnter}
    />
  );
  const controls = fields.map(control);
  return (
    <YStack gap={isPanel ? 8 : 4}>
      {before}
      {areTexts ? (
        <XStack flexWrap="wrap" gap={6}>
          {controls}
        </XStack>
      ) : (
        controls
      )}
    </YStack>
  );
}

/** The params of an action that a phone shows at once: those it names as its main ones, else its first two. Texts all show. */
export function mainParams(params: Parameters<typeof paramFields>[0], main?: readonly string[]): readonly string[] {
  const fields = paramFields(params);
  if (main) return main;
  const areTexts = fields.every(({ control }) => control === 'text');
  return fields.slice(0, areTexts ? fields.length : FIRST).map(({ name }) => name);
}

const FIRST = 2;
