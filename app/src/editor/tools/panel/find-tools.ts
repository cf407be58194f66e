import { ACTIONS, RECIPES, SELECTION_RULES, type ListedAction, type Recipe, type SelectionRule } from '@yibbo/core';
import type MiniSearch from 'minisearch';
import { runOn, stepsInWords } from '../../../acts/trial/recipes';
import { forgivingIndex, type Findable } from '../../help/forgiving-index';
import { PLACES, type ToolPlace } from './places';

/** Something to be found in the panel. */
export type FoundTool =
  | { readonly kind: 'action'; readonly action: ListedAction }
  | { readonly kind: 'rule'; readonly rule: SelectionRule }
  | { readonly kind: 'place'; readonly place: ToolPlace };

const TOOLS: readonly FoundTool[] = [
  ...ACTIONS.map((action) => ({ kind: 'action', action }) as const),
  ...SELECTION_RULES.map((rule) => ({ kind: 'rule', rule }) as const),
  ...PLACES.map((place) => ({ kind: 'place', place }) as const),
  ...Object.values(RECIPES).map(recipeTool),
];

/** An action that is called so comes before a recipe that is. */
const RECIPE_WEIGHT = 0.4;
const RECIPE = /^Recipe: /;
const labelOf = (tool: FoundTool) => (tool.kind === 'place' ? tool.place.label : '');

/** A recipe as something to be found: pressed, it runs. */
function recipeTool(recipe: Recipe): FoundTool {
  const place = { label: `Recipe: ${recipe.name}`, words: 'recipe', help: stepsInWords(recipe.steps), act: runOn(recipe) };
  return { kind: 'place', place };
}

let indexed: { readonly own: readonly Recipe[]; readonly tools: readonly FoundTool[]; readonly index: MiniSearch } | null = null;

/** The tools that a few everyday words ask for, the likeliest first: by name, by other words for it, by what its help says; recipes of one's own
 *  too. Forgives a typing error or two. */
export function findTools(query: string, own: readonly Recipe[] = []): readonly FoundTool[] {
  if (indexed?.own !== own && (own.length > 0 || indexed?.own.length !== 0)) indexed = indexOf(own);
  const boostDocument = (id: unknown) => (RECIPE.test(labelOf(indexed!.tools[id as number]!)) ? RECIPE_WEIGHT : 1);
  return indexed!.index.search(query, { boostDocument }).map(({ id }) => indexed!.tools[id as number]!);
}

function indexOf(own: readonly Recipe[]): NonNullable<typeof indexed> {
  const tools = [...TOOLS, ...own.map(recipeTool)];
  return { own, tools, index: forgivingIndex(tools.map((tool, id) => ({ id, ...findableOf(tool) }))) };
}

function findableOf(tool: FoundTool): Omit<Findable, 'id'> {
  switch (tool.kind) {
    case 'action': {
      const { label, words, help, quick = [] } = tool.action;
      return { title: label, words: [...words, ...quick.map((form) => form.label)].join(' '), text: help };
    }
    case 'rule':
      return { title: tool.rule.label, words: `select choose pick ${tool.rule.words.join(' ')}`, text: tool.rule.help };
    case 'place':
      return { title: tool.place.label, words: tool.place.words, text: tool.place.help };
  }
}
