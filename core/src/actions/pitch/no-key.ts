/** Said by actions that need a scale where none is chosen. */
export const NO_KEY = 'No key is chosen. Choose one under View, then notes can move within its scale.';
