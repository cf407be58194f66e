import slab from '@fontsource/zilla-slab/files/zilla-slab-latin-600-normal.woff2';
import sansSemibold from '@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff2';
import sans from '@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff2';
import { CONTROL_RULES } from './controls';
import { PAGE_ROOM } from './page';

function address(asset: unknown): string {
  return typeof asset === 'string' ? asset : (asset as { uri: string }).uri;
}

/** The app's own fonts and page-wide rules, as one style sheet: they ship with it, nothing is fetched from elsewhere. */
export function pageStyles(): string {
  const face = (family: string, weight: number, asset: unknown) =>
    `@font-face{font-family:'${family}';font-weight:${weight};font-display:swap;src:url('${address(asset)}') format('woff2')}`;
  return [
    face('Source Sans 3', 400, sans),
    face('Source Sans 3', 600, sansSemibold),
    face('Zilla Slab', 600, slab),
    'html,body,#root{height:100%;margin:0;overscroll-behavior:none}',
    PAGE_ROOM,
    "body{font-family:'Source Sans 3','Segoe UI',sans-serif;font-variant-numeric:tabular-nums;-webkit-tap-highlight-color:transparent;-webkit-text-size-adjust:100%}",
    // Two quick taps are two taps, never a zoom of the page.
    'html,button,input{touch-action:manipulation}',
    // A finger that rests draws or asks; it selects no text and brings no loupe. One engine only knows the rule by its own name.
    '*{-webkit-user-select:none;user-select:none;-webkit-touch-callout:none}',
    'input,textarea,[contenteditable]{-webkit-user-select:text;user-select:text;-webkit-touch-callout:default}',
    'button,input,select{font:inherit;color:inherit}',
    CONTROL_RULES,
    // Where scroll bars take room, they take little, on the paper’s own colour.
    '*{scrollbar-width:thin;scrollbar-color:var(--lineStrong) transparent}',
    ':focus-visible{outline:3px solid var(--head);outline-offset:1px}',
    // Colours of the person’s own take ours away: what is selected keeps an outline.
    '@media (forced-colors:active){[role=option][aria-selected=true]{outline:3px solid Highlight;outline-offset:-1px}button[aria-pressed=true],[role=tab][aria-selected=true]{outline:2px solid Highlight;outline-offset:-3px}}',
    '@media (prefers-reduced-motion:reduce){*{transition:none!important;animation:none!important}}',
  ].join('\n');
}
