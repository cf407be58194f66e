/** Does nothing but show the browser, as a click handler, that a surface takes presses: it else gives a finger near its edge to the button beside it. */
export function takesPresses(): void {}
