import { Text } from 'react-native';

/** The least page that the framework can make: what a first load is compared with. */
export default function Empty() {
  return <Text testID="there">There</Text>;
}
