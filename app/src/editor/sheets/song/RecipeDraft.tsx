import type { ActionId, RecipeStep } from '@yibbo/core';
import Down from 'lucide-react/dist/esm/icons/chevron-down.mjs';
import Up from 'lucide-react/dist/esm/icons/chevron-up.mjs';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { TextField } from '../../../controls/TextField';
import { Words } from '../../../controls/words';
import { RECIPE_ACTIONS, saveRecipe, stepInWords } from '../../../acts/trial/recipes';
import { useAppDispatch } from '../../../state/store';
import { startOf, StepSettings } from '../../tools/trial/StepSettings';
import { FAMILIES, FAMILY_NAMES } from '../../tools/tray/families';

/** A recipe while it is built or changed. */
export interface Draft {
  /** The recipe of one's own that it is saved over; null for a new one. */
  readonly ownId: string | null;
  readonly name: string;
  readonly steps: readonly RecipeStep[];
}

/** The most steps of a recipe. */
const MOST_STEPS = 32;

/** Builds a recipe: its steps with their settings and the notes they are for, in order, and its name. */
export function RecipeDraft({ draft: begun, onEnd }: { readonly draft: Draft; readonly onEnd: () => void }) {
  const dispatch = useAppDispatch();
  const [name, setName] = useState(begun.name);
  const [steps, setSteps] = useState(begun.steps);
  const [open, setOpen] = useState<number | null>(null);
  const put = (index: number, step: RecipeStep) => setSteps(steps.map((each, at) => (at === index ? step : each)));
  const shift = (index: number, by: 1 | -1) => {
    const moved = [...steps];
    [moved[index], moved[index + by]] = [moved[index + by]!, moved[index]!];
    setSteps(moved);
    setOpen(null);
  };
  const save = () => {
    dispatch(saveRecipe(steps, name, begun.ownId ?? undefined));
    onEnd();
  };
  return (
    <YStack gap={6} role="group" aria-label="Recipe being built">
      <TextField label="Name" placeholder="Name of the recipe" value={name} width="100%" most={200} onChange={setName} />
      {steps.length === 0 ? <Words small>Add the first step: an action with its settings.</Words> : null}
      {steps.map((step, index) => (
        <StepLine
          key={`${index} ${step.actionId}`}
          step={step}
          number={index + 1}
          isOpen={open === index}
          isLast={index === steps.length - 1}
          onToggle={() => setOpen(open === index ? null : index)}
          onChange={(changed) => put(index, changed)}
          onShift={(by) => shift(index, by)}
          onRemove={() => {
            setSteps(steps.filter((_, at) => at !== index));
            setOpen(null);
          }}
        />
      ))}
      {steps.length < MOST_STEPS ? (
        <AddStep
          onAdd={(actionId) => {
            setSteps([...steps, { actionId, params: startOf(actionId) }]);
            setOpen(steps.length);
          }}
        />
      ) : null}
      <XStack gap={6}>
        <Press grow look="raised" label="Drop this recipe" shown="Drop" onPress={onEnd} />
        <Press grow look="strong" label="Save the recipe" disabled={steps.length === 0} onPress={save} />
      </XStack>
    </YStack>
  );
}

interface StepLineProps {
  readonly step: RecipeStep;
  readonly number: number;
  readonly isOpen: boolean;
  readonly isLast: boolean;
  readonly onToggle: () => void;
  readonly onChange: (step: RecipeStep) => void;
  readonly onShift: (by: 1 | -1) => void;
  readonly onRemove: () => void;
}

function StepLine({ step, number, isOpen, isLast, onToggle, onChange, onShift, onRemove }: StepLineProps) {
  const words = stepInWords(step);
  return (
    <YStack role="group" aria-label={`Step ${number}: ${words}`} borderBottomWidth={1} borderColor="$line" paddingBottom={4}>
      <XStack alignItems="center" gap={2}>
        <Words small strong style={{ flexGrow: 1, flexShrink: 1 }}>
          {`${number}. ${words}`}
        </Words>
        <Press
          label={`Step ${number}: settings`}
          icon={Dots}
          iconOnly
          expanded={isOpen}
          look={isOpen ? 'on' : 'quiet'}
          onPress={onToggle}
        />
        <Press label={`Step ${number}: earlier`} icon={Up} iconOnly disabled={number === 1} onPress={() => onShift(-1)} />
        <Press label={`Step ${number}: later`} icon={Down} iconOnly disabled={isLast} onPress={() => onShift(1)} />
        <Press label={`Step ${number}: remove`} shown="Remove" onPress={onRemove} />
      </XStack>
      {isOpen ? <StepSettings step={step} onChange={onChange} /> : null}
    </YStack>
  );
}

/** All actions that a step can be, by family, behind one press. */
function AddStep({ onAdd }: { readonly onAdd: (actionId: ActionId) => void }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <YStack gap={4}>
      <Press label="Add a step" look={isOpen ? 'on' : 'raised'} expanded={isOpen} onPress={() => setOpen(!isOpen)} />
      {isOpen
        ? FAMILIES.map((family) => ({ family, actions: RECIPE_ACTIONS.filter((action) => action.family === family) }))
            .filter(({ actions }) => actions.length > 0)
            .map(({ family, actions }) => (
              <XStack key={family} role="group" aria-label={FAMILY_NAMES[family]} gap={4} flexWrap="wrap" alignItems="center">
                <Words small faded style={{ minWidth: 52 }}>
                  {FAMILY_NAMES[family]}
                </Words>
                {actions.map(({ id, label }) => (
                  <Press
                    key={id}
                    label={`Add ${label}`}
                    shown={label}
                    look="raised"
                    onPress={() => {
                      setOpen(false);
                      onAdd(id);
                    }}
                  />
                ))}
              </XStack>
            ))
        : null}
    </YStack>
  );
}
