import { useEffect, useState } from 'react';
import { YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { TextField } from '../../controls/TextField';
import { Title, Words } from '../../controls/words';
import { api } from '../../sync/api';
import { PAGE_HEIGHT } from '../../theme/page';

/** Where the page goes on to: an address of our own, never another site's. */
function goesOnTo(): string {
  const to = new URLSearchParams(window.location.search).get('to') ?? '/';
  return /^\/(?!\/)/.test(to) ? to : '/';
}

/** The code that a device is asked for once. A scanned code stands in the address and is entered by itself. */
export function EnterScreen() {
  const [code, setCode] = useState(() => window.location.hash.slice(1).replace(/\D/g, ''));
  const [problem, setProblem] = useState<string | null>(null);
  const enter = (given: string) =>
    api.enter(given).then(
      // A fresh page: what was refused before is asked for again.
      () => window.location.replace(goesOnTo()),
      (error: Error) => setProblem(error.message),
    );
  useEffect(() => {
    if (window.location.hash.length > 1) void enter(window.location.hash.slice(1));
  }, []);
  return (
    <YStack height={PAGE_HEIGHT} backgroundColor="$paper" alignItems="center" justifyContent="center" padding={24} gap={12} render="main">
      <Title as="h1">Enter the code</Title>
      <Words style={{ textAlign: 'center' }}>
        Yibbo shows it where it was started, and under Settings on that machine. This device is asked only once.
      </Words>
      <TextField
        label="Code"
        value={code}
        placeholder="1234 5678"
        most={12}
        isFocused
        width={220}
        onChange={setCode}
        onEnter={() => void enter(code)}
      />
      <Words role="alert" style={{ textAlign: 'center' }}>
        {problem ?? ''}
      </Words>
      <Press label="Enter" look="strong" width={220} onPress={() => void enter(code)} />
    </YStack>
  );
}
