import { recipeName, RECIPES, type Recipe } from '@yibbo/core';
import { useMemo, useRef, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { FileInput } from '../../../controls/FileInput';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import { TextField } from '../../../controls/TextField';
import { Words } from '../../../controls/words';
import {
  bringRecipeIn,
  canStayLive,
  keepSelectedRecipe,
  recentSteps,
  removeRecipe,
  runOn,
  saveRecipe,
  sendRecipeOut,
  stepsInWords,
  tryRecipe,
} from '../../../acts/trial/recipes';
import { ownRecipesOf } from '../../../state/belongings/things';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { SheetFrame } from '../SheetFrame';
import { RecipeDraft, type Draft } from './RecipeDraft';

/** Chains of actions to run in one touch: one's own, those that come with it, and new ones: of the last steps, built, or out of a file. */
export default function RecipesSheet({ isPanel }: { readonly isPanel: boolean }) {
  const own = useAppSelector(ownRecipesOf);
  const [draft, setDraft] = useState<Draft | null>(null);
  if (draft)
    return (
      <SheetFrame title="Recipes" note={draft.ownId ? `changing ${draft.name}` : 'a new one'} isPanel={isPanel}>
        <RecipeDraft draft={draft} onEnd={() => setDraft(null)} />
      </SheetFrame>
    );
  return (
    <SheetFrame title="Recipes" note="several actions in one touch" isPanel={isPanel}>
      <NewRecipe onBuild={() => setDraft({ ownId: null, name: '', steps: [] })} />
      {own.map((recipe) => (
        <Line key={recipe.id} recipe={recipe} ownId={recipe.id} onChange={() => setDraft({ ...recipe, ownId: recipe.id })} />
      ))}
      {Object.entries(RECIPES).map(([id, recipe]) => (
        <Line key={id} recipe={recipe} onChange={() => setDraft({ ...recipe, ownId: null })} />
      ))}
    </SheetFrame>
  );
}

const MOST_STEPS = 16;

/** A recipe of the last steps of the history, one that is built, one out of a file. */
function NewRecipe({ onBuild }: { readonly onBuild: () => void }) {
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  return (
    <YStack gap={4} role="group" aria-label="New recipe" borderBottomWidth={1} borderColor="$line" paddingBottom={6}>
      <XStack gap={4} flexWrap="wrap">
        <Press label="Build a recipe" look="raised" onPress={onBuild} />
        <Press label="Bring in a recipe" look="raised" onPress={() => input.current?.click()} />
      </XStack>
      <FileInput input={input} label="Recipe file" accept=".json,application/json" onFile={(file) => void dispatch(bringRecipeIn(file))} />
      <OfLastSteps />
    </YStack>
  );
}

function OfLastSteps() {
  const dispatch = useAppDispatch();
  const history = useAppSelector((state) => state.song);
  const all = useMemo(() => recentSteps({ song: history }, MOST_STEPS), [history]);
  const [wanted, setWanted] = useState(3);
  const [name, setName] = useState('');
  if (all.length === 0)
    return (
      <Words small faded>
        Once you have done something to the notes, the last steps can be saved as a recipe too.
      </Words>
    );
  const count = Math.min(wanted, all.length);
  const steps = all.slice(-count);
  return (
    <>
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
    </>
  );
}

interface LineProps {
  readonly recipe: Recipe;
  readonly ownId?: string;
  readonly onChange: () => void;
}

function Line({ recipe, ownId, onChange }: LineProps) {
  const dispatch = useAppDispatch();
  const { name } = recipe;
  return (
    <YStack role="group" aria-label={name} borderBottomWidth={1} borderColor="$line" paddingBottom={4}>
      <XStack gap={4} alignItems="center" flexWrap="wrap">
        <Press label={`Run ${name}`} shown={name} look="raised" onPress={() => dispatch(runOn(recipe))} />
        {canStayLive(recipe) ? (
          <Press label={`${name}: keep adjustable`} shown="adjustable" onPress={() => dispatch(keepSelectedRecipe(recipe))} />
        ) : null}
        <Press label={`Try ${name}`} shown="Try" onPress={() => dispatch(tryRecipe(recipe))} />
        <Press label={ownId ? `Change ${name}` : `Change a copy of ${name}`} shown="Change" onPress={onChange} />
        {ownId ? (
          <>
            <Press label={`Send out ${name}`} shown="Send out" onPress={() => sendRecipeOut(recipe)} />
            <Press label={`Delete ${name}`} shown="Delete" onPress={() => dispatch(removeRecipe(ownId, name))} />
          </>
        ) : null}
      </XStack>
      <Words tiny small faded>
        {stepsInWords(recipe.steps)}
      </Words>
    </YStack>
  );
}
