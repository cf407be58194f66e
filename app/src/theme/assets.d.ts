declare module '*.woff2' {
  const asset: string | { uri: string };
  export default asset;
}
