/** In place of react-native-screens: on the web a screen is a plain element, and the router only sets these. */
exports.featureFlags = { experiment: {} };
