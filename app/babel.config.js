/** react-native-web's list of everything, each part of it run only when it is asked for: by itself the list runs them all, lists that
 *  scroll and animations among them, before the first page is drawn. */
function partsWhenAskedFor({ template }) {
  const getter = template.statement('Object.defineProperty(exports, NAME, { enumerable: true, get: () => require(FROM).default });');
  return {
    visitor: {
      ExportNamedDeclaration(path, { filename }) {
        const { node } = path;
        if (!/react-native-web[\\/]dist[\\/]index\.js$/.test(filename ?? '') || !node.source) return;
        const getters = node.specifiers.map(({ exported }) =>
          getter({ NAME: { type: 'StringLiteral', value: exported.name }, FROM: { type: 'StringLiteral', value: node.source.value } }),
        );
        path.replaceWithMultiple(getters);
      },
    },
  };
}

module.exports = (api) => {
  api.cache(true);
  return { presets: ['babel-preset-expo'], plugins: [partsWhenAskedFor] };
};
