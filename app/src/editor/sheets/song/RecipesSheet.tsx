import { recipeName, RECIPES, settingsInWords, findAction, type Recipe, type RecipeStep } from '@yibbo/core';
import { useMemo, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import { TextField } from '../../../controls/TextField';
import { Words } from '../../../controls/words';
import { canStayLive, keepRecipe, recentSteps, removeRecipe, runOn, saveRecipe } from '../../../acts/trial/recipes';
import { ownRecipesOf } from '../../../state/belongings/things';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { SheetFrame } from '../SheetFrame';

/** Chains of actions to run in one touch: one's own, those that come with it, and a new one of the last steps. */
export default function RecipesSheet({ isPanel }: { readonly isPanel: boolean }) {
  const own = useAppSelector(ownRecipesOf);
  return (
    <SheetFrame title="Recipes" note="several actions in one touch" isPanel={isPanel}>
      <NewRecipe />
      {own.map((recipe) => (
        <Line key={recipe.id} recipe={recipe} ownId={recipe.id} />
      ))}
      {Object.entries(RECIPES).map(([id, recipe]) => (
        <Line key={id} recipe={recipe} />
      ))}
    </SheetFrame>
  );
}

const MOST_STEPS = 16;

/** A recipe of the last steps of the history. */
function NewRecipe() {
  const dispatch = useAppDispatch();
  const history = useAppSelector((state) => state.song);
  const all = useMemo(() => recentSteps({ song: history }, MOST_STEPS), [history]);
  const [wanted, setWanted] = useState(3);
  const [name, setName] = useState('');
  if (all.length === 0)
    return (
      <Words small faded>
        Do something to the notes first: the last steps can then be saved as a recipe.
      </Words>
    );
  const count = Math.min(wanted, all.length);
  const steps = all.slice(-count);
  return (
    <YStack gap={4} role="group" aria-label="New recipe" borderBottomWidth={1} borderColor="$line" paddingBottom={6}>
      <XStack gap={4} flexWrap="wrap" alignItems="center">
        <Stepper
          title="Of the last steps"
          shown={`last ${count}`}
          width={60}
          canLower={count > 1}
          canRaise={count < all.length}
          onStep={(by) => setWanted(count + by)}
        />
        <TextField label="Name of the recipe" placeholder={recipeName(steps)} value={name} width={150} most={200} onChange={setName} />
        <Press
          label="Save as a recipe"
          look="raised"
          onPress={() => {
            dispatch(saveRecipe(steps, name));
            setName('');
          }}
        />
      </XStack>
      <Words small faded>
        {stepsInWords(steps)}
      </Words>
    </YStack>
  );
}

function stepsInWords(steps: readonly RecipeStep[]): string {
  return steps
    .map(({ actionId, params, rule }) => {
      const action = findAction(actionId);
      const words = action ? settingsInWords(action, { ...(action.params.parse({}) as object), ...params }) : 'a step of a newer version';
      return rule ? `${words} (some notes)` : words;
    })
    .join(' · ');
}

function Line({ recipe, ownId }: { readonly recipe: Recipe; readonly ownId?: string }) {
  const dispatch = useAppDispatch();
  return (
    <YStack role="group" aria-label={recipe.name} borderBottomWidth={1} borderColor="$line" paddingBottom={4}>
      <XStack gap={4} alignItems="center" flexWrap="wrap">
        <Press label={`Run ${recipe.name}`} shown={recipe.name} look="raised" onPress={() => dispatch(runOn(recipe))} />
        {canStayLive(recipe) ? (
          <Press label={`${recipe.name}: keep adjustable`} shown="adjustable" onPress={() => dispatch(keepRecipe(recipe))} />
        ) : null}
        {ownId ? <Press label={`Delete ${recipe.name}`} shown="Delete" onPress={() => dispatch(removeRecipe(ownId, recipe.name))} /> : null}
      </XStack>
      <Words small faded fontSize="$1" lineHeight="$1">
        {stepsInWords(recipe.steps)}
      </Words>
    </YStack>
  );
}
