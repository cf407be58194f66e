import type { Recipe, RecipeStep } from '@yibbo/core';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { canStayLive, changeRecipe, keepTriedRecipe, stepInWords } from '../../../acts/trial/recipes';
import { dropTrial, keepTrial } from '../../../acts/trial/trial-ends';
import { compare } from '../../../acts/trial/trials';
import type { Trial } from '../../../state/session/trial';
import { useAppDispatch } from '../../../state/store';
import { StripFrame } from '../../sheets/StripFrame';
import { StepSettings } from './StepSettings';

/** A recipe being tried on the running loop: its steps, each with its settings, and its ends. */
export function RecipeStrip({ trial, recipe, isPanel }: { readonly trial: Trial; readonly recipe: Recipe; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const [open, setOpen] = useState<number | null>(null);
  const { whyNot, counts } = trial.performed;
  const put = (index: number, step: RecipeStep) =>
    dispatch(changeRecipe({ ...recipe, steps: recipe.steps.map((each, at) => (at === index ? step : each)) }));
  return (
    <StripFrame
      label={`Trying ${recipe.name}`}
      title={recipe.name}
      note={
        <Words small faded oneLine>
          {counts.before === counts.after ? '' : `${counts.before} become ${counts.after}`}
        </Words>
      }
      isPanel={isPanel}
      testID="trial"
      isTall={open !== null}
      ends={<Ends isComparing={trial.isComparing} isKeepable={canStayLive(recipe)} />}
    >
      <Words small aria-live="polite" colour={whyNot ? 'act' : 'faded'}>
        {whyNot ?? 'The loop plays the result; the outline is how it was.'}
      </Words>
      {recipe.steps.map((step, index) => (
        <YStack key={index} borderTopWidth={1} borderColor="$line">
          <XStack alignItems="center" gap={4}>
            <Words small style={{ flexGrow: 1, flexShrink: 1 }}>
              {`${index + 1}. ${stepInWords(step)}`}
            </Words>
            <Press
              label={`Step ${index + 1}: settings`}
              icon={Dots}
              iconOnly
              look={open === index ? 'on' : 'quiet'}
              expanded={open === index}
              onPress={() => setOpen(open === index ? null : index)}
            />
          </XStack>
          {open === index ? <StepSettings step={step} onChange={(changed) => put(index, changed)} /> : null}
        </YStack>
      ))}
    </StripFrame>
  );
}

function Ends({ isComparing, isKeepable }: { readonly isComparing: boolean; readonly isKeepable: boolean }) {
  const dispatch = useAppDispatch();
  return (
    <>
      <Press
        label="Hold: original"
        shown="Original"
        tight
        grow
        look={isComparing ? 'on' : 'raised'}
        onHoldStart={() => dispatch(compare(true))}
        onHoldEnd={() => dispatch(compare(false))}
      />
      <Press label="Drop" tight grow look="raised" onPress={() => dispatch(dropTrial())} />
      {isKeepable ? (
        <Press label="Keep adjustable" shown="Adjustable" tight grow look="raised" onPress={() => dispatch(keepTriedRecipe())} />
      ) : null}
      <Press label="Keep" tight grow look="strong" onPress={() => dispatch(keepTrial())} />
    </>
  );
}
