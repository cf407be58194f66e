/** Who a key belongs to: the field, slider, menu or sheet that the focus is in, or the screen. There is one owner at a time. A menu and a field have
 *  all keys, but for Escape, which closes what is open; a sheet that keys have led into has all but Escape, the Space of play, and what goes with
 *  Ctrl or Cmd; one that is played on leaves them to the screen. `isCommand` says whether one of those is held. */
export function ownerOf(target: Element, key: string, isCommand = false): 'screen' | 'element' {
  if (target.closest('input:not([type=range]), textarea, [contenteditable]')) return key === 'Escape' ? 'screen' : 'element';
  if (target.closest('[role=menu]')) return 'element';
  if (target.closest('input[type=range]') && /^(Arrow|Page|Home|End)/.test(key)) return 'element';
  if (isSheetKey(key) && !isCommand && target.matches(':focus-visible') && target.closest('[data-testid=sheet]:not([data-leaves-keys])'))
    return 'element';
  const isPress = key === ' ' || key === 'Enter';
  return isPress && target.matches('button:focus-visible, [role=button]:focus-visible, a:focus-visible') ? 'element' : 'screen';
}

/** Whether a key that is pressed in a sheet is the sheet's own. */
function isSheetKey(key: string): boolean {
  return key !== 'Escape' && key !== ' ';
}
