import { endOfSong, type Document, type Id, type TickSpan, type Track } from '@yibbo/core';
import { ENDINGS, WAV_BITS, WAV_LEVELS, WAV_RATES, type WavBits, type WavOptions } from '@yibbo/core/render';
import { XStack } from '@tamagui/stacks';
import { useState, type ReactNode } from 'react';
import { Choices } from '../../controls/Choices';
import { Press } from '../../controls/Press';
import { SheetFrame, SheetLine } from '../sheets/SheetFrame';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { makeWavs } from '../../acts/wav';
import { WavProgress } from './WavProgress';

type Format = Pick<WavOptions, 'sampleRate' | 'bits' | 'level' | 'ending'>;

const LEVEL_WORDS: Readonly<Record<Format['level'], string>> = { heard: 'as heard', peak: 'peak −1 dB', loudness: '−14 LUFS' };
const ENDING_WORDS: Readonly<Record<Format['ending'], string>> = { rings: 'rings out', cut: 'is cut', wraps: 'wraps' };
const BITS_WORDS: Readonly<Record<WavBits, string>> = { 16: '16 bit', 24: '24 bit', 32: '32 bit float' };

/** How the song leaves as WAV: what of it, which tracks, in which format; and how far it is while one is made. */
export default function WavSheet({ isPanel }: { readonly isPanel: boolean }) {
  const document = useAppSelector((state) => state.song.document);
  const making = useAppSelector((state) => state.session.making);
  return (
    <SheetFrame title="WAV file" note="made in this browser, as it is heard" isPanel={isPanel}>
      {document ? <Wishes document={document} ends={making ? <WavProgress {...making} /> : null} /> : null}
    </SheetFrame>
  );
}

/** A part of the song that can leave by itself. */
interface Part extends TickSpan {
  readonly value: string;
  readonly name: string;
}

/** The song, its loop, its sections. */
function partsOf(document: Document): readonly Part[] {
  const { loop, name } = document.song;
  return [
    { value: 'song', name: 'the song', start: 0, end: Math.max(1, endOfSong(document)) },
    ...(loop ? [{ value: 'loop', name: 'the loop', start: loop.start, end: loop.end }] : []),
    ...document.sections.map(({ id, name: section, start, length }) => ({ value: id, name: section || name, start, end: start + length })),
  ];
}

interface WishesProps {
  readonly document: Document;
  /** Shown in place of the buttons while a file is made. */
  readonly ends: ReactNode;
}

function Wishes({ document, ends }: WishesProps) {
  const dispatch = useAppDispatch();
  const parts = partsOf(document);
  const [chosen, setChosen] = useState('song');
  const [format, setFormat] = useState<Omit<Format, 'ending'>>({ sampleRate: 44_100, bits: 16, level: 'heard' });
  const [wished, setEnding] = useState<Format['ending'] | null>(null);
  const [trackIds, setTrackIds] = useState<readonly Id[] | null>(null);
  const [hasClick, setClick] = useState(false);
  const [hasRecordings, setRecordings] = useState(false);
  const { clickSound, clickLevelDb, clickAccents } = useAppSelector((state) => state.playIn);
  const click = { sound: clickSound, levelDb: clickLevelDb, accents: clickAccents };
  const part = parts.find(({ value }) => value === chosen) ?? parts[0]!;
  const heard = trackIds ?? document.tracks.filter(({ muted }) => !muted).map(({ id }) => id);
  const { start, end } = part;
  // A loop repeats as a file too, unless chosen otherwise.
  const ending = wished ?? (part.value === 'song' ? 'rings' : 'wraps');
  const options = { ...format, start, end, ending, trackIds: heard };
  const name = part.value === 'song' ? document.song.name : `${document.song.name}, ${part.name}`;
  const toggle = (id: Id) => setTrackIds(heard.includes(id) ? heard.filter((each) => each !== id) : [...heard, id]);
  return (
    <>
      <SheetLine title="Of">
        <Choices title="What leaves" options={parts} value={part.value} onChange={setChosen} />
      </SheetLine>
      <TracksLine tracks={document.tracks} heard={heard} onToggle={toggle}>
        <Press label="With the click" look={hasClick ? 'on' : 'raised'} pressed={hasClick} onPress={() => setClick(!hasClick)} />
        {document.recordings.length > 0 ? (
          <Press
            label="With the recordings"
            look={hasRecordings ? 'on' : 'raised'}
            pressed={hasRecordings}
            onPress={() => setRecordings(!hasRecordings)}
          />
        ) : null}
      </TracksLine>
      <FormatLines
        format={{ ...format, ending }}
        onChange={({ ending: to = wished, ...rest }) => {
          setFormat({ ...format, ...rest });
          setEnding(to);
        }}
      />
      {ends ?? (
        <XStack gap={6} flexWrap="wrap">
          <Press
            label="Make the WAV file"
            look="strong"
            disabled={heard.length === 0}
            onPress={() => void dispatch(makeWavs({ name, options: { ...options, click: hasClick ? click : null }, hasRecordings }))}
          />
          <Press
            label="Each track on its own"
            look="raised"
            disabled={heard.length === 0}
            onPress={() => void dispatch(makeWavs({ name, options, isApart: true }))}
          />
        </XStack>
      )}
    </>
  );
}

interface TracksLineProps {
  readonly tracks: readonly Track[];
  readonly heard: readonly Id[];
  readonly onToggle: (id: Id) => void;
  readonly children: ReactNode;
}

/** Which tracks are in the file, and what else is. */
function TracksLine({ tracks, heard, onToggle, children }: TracksLineProps) {
  return (
    <SheetLine title="Tracks">
      {tracks.map(({ id, name }) => (
        <Press
          key={id}
          label={`${name} in the file`}
          shown={name}
          look={heard.includes(id) ? 'on' : 'raised'}
          pressed={heard.includes(id)}
          onPress={() => onToggle(id)}
        />
      ))}
      {children}
    </SheetLine>
  );
}

function FormatLines({ format, onChange }: { readonly format: Format; readonly onChange: (changed: Partial<Format>) => void }) {
  const { sampleRate, bits, level, ending } = format;
  return (
    <>
      <SheetLine title="Rate">
        <Choices
          title="Sample rate"
          options={WAV_RATES.map((value) => ({ value, name: `${value / 1000} kHz` }))}
          value={sampleRate}
          onChange={(to) => onChange({ sampleRate: to })}
        />
      </SheetLine>
      <SheetLine title="Depth">
        <Choices
          title="Bits of a sample"
          options={WAV_BITS.map((value) => ({ value, name: BITS_WORDS[value] }))}
          value={bits}
          onChange={(to) => onChange({ bits: to })}
        />
      </SheetLine>
      <SheetLine title="Level">
        <Choices
          title="How loud"
          options={WAV_LEVELS.map((value) => ({ value, name: LEVEL_WORDS[value] }))}
          value={level}
          onChange={(to) => onChange({ level: to })}
        />
      </SheetLine>
      <SheetLine title="End">
        <Choices
          title="How it ends"
          options={ENDINGS.map((value) => ({ value, name: ENDING_WORDS[value] }))}
          value={ending}
          onChange={(to) => onChange({ ending: to })}
        />
      </SheetLine>
    </>
  );
}
