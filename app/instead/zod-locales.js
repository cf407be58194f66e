/** English alone of zod's sixty languages, in the form that its own modules take. */
import en from 'zod/v4/locales/en.cjs';

export { en };
