import { RECIPES, type Recipe } from '@yibbo/core';
import { createSelector } from '@reduxjs/toolkit';
import { runOn } from '../../acts/trial/recipes';
import { ownRecipesOf } from '../../state/belongings/things';
import type { KeyAct } from './keys';

/** Recipes as acts that come without a key: one's own, then the ready ones. */
export const recipeActsOf = createSelector([ownRecipesOf], (own): readonly KeyAct[] => [
  ...own.map((recipe) => recipeAct(recipe.id, recipe)),
  ...Object.entries(RECIPES).map(([id, recipe]) => recipeAct(id, recipe)),
]);

function recipeAct(id: string, recipe: Recipe): KeyAct {
  return { id: `recipe ${id}`, key: '', words: `Recipe: ${recipe.name}`, act: runOn(recipe) };
}
