import { useEffect, useRef, useState } from 'react';
import { Words } from '../../../controls/words';
import { useEffects } from '../../../state/effects';
import { useAppSelector } from '../../../state/store';

/** How often the words change, how long "too loud" stays, and from how many dB of holding down it is said. */
const TURN_MS = 250;
const STAYS_MS = 2500;
const TOO_LOUD_DB = 3;

/** The true peak of the whole since play last began, and whether the limiter works harder than it should. */
export function WholeLevel() {
  const { sound } = useEffects();
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  const [peak, setPeak] = useState(0);
  const [heldDb, setHeldDb] = useState(0);
  const lastLoud = useRef(0);
  const most = useRef(0);
  useEffect(() => {
    if (isPlaying) most.current = 0;
    const timer = setInterval(() => {
      const { truePeak, held } = sound.whole;
      most.current = Math.max(most.current, truePeak);
      setPeak(most.current);
      const db = -20 * Math.log10(held);
      const now = performance.now();
      if (db >= TOO_LOUD_DB) lastLoud.current = now;
      setHeldDb((before) => (db >= TOO_LOUD_DB ? Math.max(before, db) : now - lastLoud.current < STAYS_MS ? before : 0));
    }, TURN_MS);
    return () => clearInterval(timer);
  }, [isPlaying, sound]);
  if (heldDb > 0)
    return (
      <Words small strong role="status">
        Too loud: the whole is held down by {Math.round(heldDb)} dB. Turn tracks down.
      </Words>
    );
  return (
    <Words small faded role="status">
      {peak > 0
        ? `Highest: ${(20 * Math.log10(peak)).toFixed(1)} dB. Loud enough, and not too loud.`
        : 'Levels are of whole tracks; velocity is how hard a note is struck.'}
    </Words>
  );
}
