declare module '*.woff2' {
  const asset: string | { uri: string };
  export default asset;
}
declare module 'lucide-react-native/icons/*' {
  import type { LucideIcon } from 'lucide-react-native';
  const icon: LucideIcon;
  export default icon;
}
