import { TOUCH } from './tamagui.config';

/** How words and presses look, as rules of a style sheet. They are most of what stands on a screen, so they are plain elements with a class
 *  each: docs/decisions/plain-controls.md. Colours are the theme's. */
export const CONTROL_RULES = [
  '.words{display:inline;box-sizing:border-box;margin:0;overflow-wrap:break-word;white-space:pre-wrap;font-size:16px;line-height:20px;color:var(--ink)}',
  '.words .words{overflow-wrap:inherit;white-space:inherit}',
  '.words-small{font-size:14px;line-height:18px}',
  '.words-tiny{font-size:12px;line-height:16px}',
  '.words-faded{color:var(--faded)}',
  '.words-strong{font-weight:600}',
  ".words-title{font-family:'Zilla Slab',Georgia,serif;font-size:22px;line-height:26px;font-weight:600}",
  // What people name is cut short where it does not fit, instead of pushing what stands beside it away.
  '.words.words-one-line{white-space:nowrap;overflow:hidden;text-overflow:ellipsis;flex-shrink:1;min-width:0}',
  `.press{display:flex;flex-direction:row;align-items:center;justify-content:center;flex:0 0 auto;gap:6px;box-sizing:border-box;min-width:${TOUCH}px;min-height:${TOUCH}px;margin:0;padding:0 8px;border:1px solid transparent;border-radius:6px;background:transparent;color:var(--ink);cursor:pointer}`,
  '.press-raised{background:var(--card);border-color:var(--lineStrong)}',
  '.press-strong{background:var(--act);border-color:var(--act);color:var(--onAct)}',
  '.press-on{background:var(--ink);border-color:var(--ink);color:var(--paper)}',
  '.press-off{opacity:.4;cursor:default}',
  '.press-start{justify-content:flex-start}',
  '.press-tight{padding:0 2px}',
  '.press-grow{flex-grow:1}',
  // Its content stands above a short name.
  '.press-stacked{flex-direction:column;gap:0;padding:0 2px;flex-shrink:1;overflow:hidden}',
  '.press .words{color:inherit}',
  '.words.press-cell{font-size:12px;line-height:12px;text-align:center;max-width:100%}',
  // A name of nine letters fits a thumb in this size only.
  '.words.press-under{font-size:11px;line-height:13px;max-width:100%}',
  '@media (hover:hover){.press-quiet:hover,.press-raised:hover{background:var(--wash)}}',
].join('\n');
