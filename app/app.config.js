/** The routes are those in app/; the bench names others, to build the empty page it compares with. */
module.exports = ({ config }) => {
  const routes = process.env.YIBBO_ROUTES;
  return routes ? { ...config, plugins: [['expo-router', { root: routes }]] } : config;
};
