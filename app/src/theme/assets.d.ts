declare module '*.woff2' {
  const asset: string | { uri: string };
  export default asset;
}

/** One file an icon; the package says its types only for all of them in one. */
declare module 'lucide-react/dist/esm/icons/*' {
  import type { LucideIcon } from 'lucide-react';

  const icon: LucideIcon;
  export default icon;
}
