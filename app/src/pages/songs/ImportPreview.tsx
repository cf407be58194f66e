import { counted, keyWords, PLAIN_ARRANGEMENT, type Arrangement, type TrackShape } from '@yibbo/core';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from '../../controls/Choices';
import { Panel } from '../../controls/Panel';
import { Press } from '../../controls/Press';
import { Title, Words } from '../../controls/words';
import { api } from '../../sync/api';
import type { Outlook } from '../../workers/look';
import type { PickedFile } from './pick-file';

interface ImportPreviewProps {
  readonly picked: PickedFile;
  readonly onClose: () => void;
  readonly onMade: (id: string) => void;
  readonly onAgain: () => void;
}

const TRACKS = [
  { value: 'cut', name: 'Cut where it repeats', label: 'Cut where it repeats: equal bars become linked copies' },
  { value: 'long', name: 'One long pattern', label: 'One long pattern for each track' },
] as const;

/** The content of a MIDI file, before it is imported. */
export function ImportPreview({ picked, onClose, onMade, onAgain }: ImportPreviewProps) {
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [arrangement, setArrangement] = useState(PLAIN_ARRANGEMENT);
  const set = (changed: Partial<Arrangement>) => setArrangement({ ...arrangement, ...changed });
  const bringIn = (bytes: Uint8Array, name: string) => {
    setBusy(true);
    api.bringIn(bytes, name, arrangement).then(
      ({ id }) => onMade(id),
      (error: Error) => {
        setBusy(false);
        setProblem(error.message);
      },
    );
  };
  return (
    <Panel label="MIDI file">
      <Title oneLine style={{ fontSize: 18 }}>
        {picked.ok ? picked.songName : picked.name}
      </Title>
      {picked.ok ? <Contents picked={picked} arrangement={arrangement} /> : <Words role="alert">{picked.message}</Words>}
      {picked.ok && picked.report.tracks.length > 0 ? (
        <>
          <Choices title="Tracks" options={TRACKS} value={arrangement.tracks} onChange={(tracks) => set({ tracks })} />
          <Offers outlook={picked.outlook} arrangement={arrangement} onSet={set} />
        </>
      ) : null}
      {problem ? <Words role="alert">{problem}</Words> : null}
      <XStack gap={8}>
        <Press grow look="raised" label="Cancel" onPress={onClose} />
        {picked.ok ? (
          <Press
            grow
            look="strong"
            label={isBusy ? 'Bringing it in …' : 'Bring it in'}
            disabled={isBusy}
            onPress={() => bringIn(picked.bytes, picked.name)}
          />
        ) : (
          <Press grow look="strong" label="Choose another" onPress={onAgain} />
        )}
      </XStack>
    </Panel>
  );
}

interface OffersProps {
  readonly outlook: Outlook;
  readonly arrangement: Arrangement;
  readonly onSet: (changed: Partial<Arrangement>) => void;
}

/** Import options: silence at the ends, the file's key or the likely one, a fit to it, markers. */
function Offers({ outlook: { silentBars, silentBarsAfter, key, suggested, outside, sections }, arrangement, onSet }: OffersProps) {
  const isTrimmed = arrangement.silence === 'trim';
  const hasSections = arrangement.markers === 'sections';
  const given = key ?? suggested;
  const name = key ? 'file' : 'suggested';
  const hasKey = given !== null && arrangement.key === name;
  const isFitted = hasKey && arrangement.fit === 'nearest';
  const silences = [
    silentBars > 0 ? `${counted(silentBars, 'bar')} of silence at the beginning` : '',
    silentBarsAfter > 0 ? `${counted(silentBarsAfter, 'bar')} at the end` : '',
  ].filter(Boolean);
  return (
    <XStack gap={6} flexWrap="wrap" role="group" aria-label="From the file">
      {silences.length > 0 ? (
        <Switch
          label={`Leave out ${silences.join(' and ')}`}
          isOn={isTrimmed}
          onPress={() => onSet({ silence: isTrimmed ? 'keep' : 'trim' })}
        />
      ) : null}
      {given ? (
        <Switch
          label={key ? `Key of the file: ${keyWords(key)}` : `It seems to be in ${keyWords(given)}: give it that key`}
          isOn={hasKey}
          onPress={() => onSet({ key: hasKey ? 'none' : name, fit: 'none' })}
        />
      ) : null}
      {hasKey && outside[name] > 0 ? (
        <Switch
          label={`${counted(outside[name], 'note lies', 'notes lie')} outside ${keyWords(given)}: move to the nearest`}
          isOn={isFitted}
          onPress={() => onSet({ fit: isFitted ? 'none' : 'nearest' })}
        />
      ) : null}
      {sections > 0 ? (
        <Switch
          label={`${counted(sections, 'section')} by its markers`}
          isOn={hasSections}
          onPress={() => onSet({ markers: hasSections ? 'none' : 'sections' })}
        />
      ) : null}
    </XStack>
  );
}

function Switch({ label, isOn, onPress }: { readonly label: string; readonly isOn: boolean; readonly onPress: () => void }) {
  return <Press label={label} look={isOn ? 'on' : 'raised'} pressed={isOn} onPress={onPress} />;
}

/** The result for a track: "4 bars, going round 4 times; pedal". */
export function shapeWords({ patterns, places, bars, rounds, lanes }: TrackShape): string {
  const made =
    bars === null
      ? patterns === 0
        ? 'nothing to play'
        : `${patterns} patterns in ${places} places`
      : rounds > 1
        ? `${counted(bars, 'bar')}, going round ${rounds} times`
        : counted(bars, 'bar');
  return [made, ...lanes].join('; ');
}

/** While a large file is being read: how far it is, and the way out. */
export function ReadingFile({ name, share, onClose }: { readonly name: string; readonly share: number; readonly onClose: () => void }) {
  const percent = Math.round(share * 100);
  return (
    <Panel label="MIDI file">
      <Words>
        Reading {name} … {percent} %
      </Words>
      <progress aria-label={`Reading ${name}`} value={percent} max={100} style={{ width: '100%', accentColor: 'var(--act)' }} />
      <Press look="raised" label="Cancel" onPress={onClose} />
    </Panel>
  );
}

function Contents({ picked, arrangement }: { readonly picked: PickedFile & { ok: true }; readonly arrangement: Arrangement }) {
  const { bars, bpm, meter, tracks, mended } = picked.report;
  const isCut = arrangement.tracks === 'cut';
  return (
    <YStack gap={8}>
      <Words>
        {counted(bars, 'bar')} · {bpm} bpm · {meter} · {counted(tracks.length, 'track')}
      </Words>
      <YStack role="list" maxHeight={220} overflow="scroll">
        {tracks.map((track, index) => (
          <XStack
            key={index}
            role="listitem"
            justifyContent="space-between"
            gap={8}
            paddingVertical={4}
            borderBottomWidth={1}
            borderColor="$lineWeak"
          >
            <YStack flexShrink={1}>
              <Words oneLine style={{ textAlign: 'left' }}>
                {track.name}
              </Words>
              {isCut && picked.outlook.shapes[index] ? (
                <Words faded small style={{ textAlign: 'left' }}>
                  {shapeWords(picked.outlook.shapes[index])}
                </Words>
              ) : null}
            </YStack>
            <Words faded small style={{ whiteSpace: 'nowrap' }}>
              {track.kind === 'drums' ? 'drums' : `channel ${track.channel}`} · {counted(track.notes, 'note')}
            </Words>
          </XStack>
        ))}
      </YStack>
      {tracks.length === 0 ? <Words>There are no notes in this file; only its tempo and meter would come in.</Words> : null}
      {mended.length ? (
        <YStack gap={2}>
          <Words strong small>
            Put right
          </Words>
          {mended.map(({ code, message }) => (
            <Words key={code} small>
              {message}
            </Words>
          ))}
        </YStack>
      ) : null}
    </YStack>
  );
}
