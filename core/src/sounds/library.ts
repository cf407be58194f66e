import { FAMILIES, type KitSound, type Sound, type ToneSound } from '../audio/sounds';
import { balanced } from './balanced';
import { ANCHOR_BOOM } from './bass/anchor-boom';
import { BARGE_BASS } from './bass/barge-bass';
import { CHAIN_BASS } from './bass/chain-bass';
import { HAWSER_BASS } from './bass/hawser-bass';
import { HULL_BASS } from './bass/hull-bass';
import { KEEL_SUB } from './bass/keel-sub';
import { LINE_BASS } from './bass/line-bass';
import { PUMP_BASS } from './bass/pump-bass';
import { ROUND_BASS } from './bass/round-bass';
import { WINCH_BASS } from './bass/winch-bass';
import { BRASS_CHIME } from './bell/brass-chime';
import { BUOY_BELLS } from './bell/buoy-bells';
import { DOCK_VIBES } from './bell/dock-vibes';
import { GALLEY_GLOCK } from './bell/galley-glock';
import { PEARL_BOX } from './bell/pearl-box';
import { SHIP_BELL } from './bell/ship-bell';
import { TOWER_BELL } from './bell/tower-bell';
import { DROP } from './effect/drop';
import { GULL_CRY } from './effect/gull-cry';
import { NEEDLE } from './effect/needle';
import { SPARK } from './effect/spark';
import { SPRAY_RISER } from './effect/spray-riser';
import { STEAM } from './effect/steam';
import { UNDERTOW } from './effect/undertow';
import { WAKE } from './effect/wake';
import { ZAP } from './effect/zap';
import { CHART_KEYS } from './keys/chart-keys';
import { FERRY_ORGAN } from './keys/ferry-organ';
import { GALLEY_TINES } from './keys/galley-tines';
import { GLASS_KEYS } from './keys/glass-keys';
import { LAMP_KEYS } from './keys/lamp-keys';
import { PURSER_ORGAN } from './keys/purser-organ';
import { RIGGING_CLAV } from './keys/rigging-clav';
import { SALOON_KEYS } from './keys/saloon-keys';
import { CARGO_KIT } from './kits/cargo-kit';
import { CRANE_KIT } from './kits/crane-kit';
import { HOLD_KIT } from './kits/hold-kit';
import { withMoreDrums } from './kits/more-drums';
import { QUAY_KIT } from './kits/quay-kit';
import { SHANTY_KIT } from './kits/shanty-kit';
import { TIN_KIT } from './kits/tin-kit';
import { BRASS_LEAD } from './lead/brass-lead';
import { FLARE_LEAD } from './lead/flare-lead';
import { GULL_LEAD } from './lead/gull-lead';
import { KITE_LEAD } from './lead/kite-lead';
import { PIPE_LEAD } from './lead/pipe-lead';
import { REED_LEAD } from './lead/reed-lead';
import { SIREN_LEAD } from './lead/siren-lead';
import { WHISTLE } from './lead/whistle';
import { WIDE_LEAD } from './lead/wide-lead';
import { CHOIR_PAD } from './pad/choir-pad';
import { ENGINE_ROOM } from './pad/engine-room';
import { FOG_PAD } from './pad/fog-pad';
import { GLASS_PAD } from './pad/glass-pad';
import { HORIZON_PAD } from './pad/horizon-pad';
import { MIST_PIPES } from './pad/mist-pipes';
import { STRING_PAD } from './pad/string-pad';
import { SWELL_PAD } from './pad/swell-pad';
import { TIDE_PAD } from './pad/tide-pad';
import { WARM_BED } from './pad/warm-bed';
import { BOLLARD_PLUCK } from './pluck/bollard-pluck';
import { CRATE_KALIMBA } from './pluck/crate-kalimba';
import { DECK_MARIMBA } from './pluck/deck-marimba';
import { MAST_STRING } from './pluck/mast-string';
import { MUTED_LINE } from './pluck/muted-line';
import { NET_HARP } from './pluck/net-harp';
import { OAR_STRINGS } from './pluck/oar-strings';
import { ROPE_PLUCK } from './pluck/rope-pluck';
import { SHANTY_GUITAR } from './pluck/shanty-guitar';
import { SPRAY_PLUCK } from './pluck/spray-pluck';
import { TIN_PAN } from './pluck/tin-pan';

export const KITS: readonly KitSound[] = [QUAY_KIT, TIN_KIT, HOLD_KIT, SHANTY_KIT, CRANE_KIT, CARGO_KIT].map(withMoreDrums);

const TONES: readonly ToneSound[] = [
  ROUND_BASS,
  KEEL_SUB,
  HULL_BASS,
  CHAIN_BASS,
  PUMP_BASS,
  LINE_BASS,
  HAWSER_BASS,
  ANCHOR_BOOM,
  BARGE_BASS,
  WINCH_BASS,
  LAMP_KEYS,
  FERRY_ORGAN,
  GALLEY_TINES,
  SALOON_KEYS,
  RIGGING_CLAV,
  GLASS_KEYS,
  CHART_KEYS,
  PURSER_ORGAN,
  ROPE_PLUCK,
  DECK_MARIMBA,
  NET_HARP,
  CRATE_KALIMBA,
  MUTED_LINE,
  MAST_STRING,
  SHANTY_GUITAR,
  BOLLARD_PLUCK,
  SPRAY_PLUCK,
  OAR_STRINGS,
  TIN_PAN,
  GULL_LEAD,
  PIPE_LEAD,
  WHISTLE,
  WIDE_LEAD,
  REED_LEAD,
  BRASS_LEAD,
  SIREN_LEAD,
  FLARE_LEAD,
  KITE_LEAD,
  FOG_PAD,
  STRING_PAD,
  GLASS_PAD,
  SWELL_PAD,
  CHOIR_PAD,
  WARM_BED,
  TIDE_PAD,
  HORIZON_PAD,
  ENGINE_ROOM,
  MIST_PIPES,
  BUOY_BELLS,
  BRASS_CHIME,
  GALLEY_GLOCK,
  TOWER_BELL,
  SHIP_BELL,
  DOCK_VIBES,
  PEARL_BOX,
  ZAP,
  DROP,
  SPRAY_RISER,
  STEAM,
  NEEDLE,
  WAKE,
  SPARK,
  UNDERTOW,
  GULL_CRY,
];

/** Every sound there is, by what it is for. The first of each family is the one a beginner meets. */
export const SOUNDS: readonly Sound[] = [...KITS, ...TONES.map(balanced)];

/** One sound of each family: those a beginner meets. */
export const FIRST_SOUNDS: readonly Sound[] = FAMILIES.map((family) => SOUNDS.find((sound) => sound.family === family)!);

const BY_ID: ReadonlyMap<string, Sound> = new Map(SOUNDS.map((sound) => [sound.id, sound]));

/** The sound with this id; where it is unknown, the first of its kind, so that a song from elsewhere is never silent. */
export function soundById(id: string, kind: Sound['kind'] = 'pitched'): Sound {
  return BY_ID.get(id) ?? SOUNDS.find((sound) => sound.kind === kind)!;
}

/** The sound for each group of General MIDI programs, by the first program of the group. */
const PROGRAMS: readonly (readonly [from: number, sound: ToneSound])[] = [
  [0, SALOON_KEYS],
  [1, CHART_KEYS],
  [2, SALOON_KEYS],
  [4, LAMP_KEYS],
  [5, GALLEY_TINES],
  [6, RIGGING_CLAV],
  [8, GLASS_KEYS],
  [9, GALLEY_GLOCK],
  [10, PEARL_BOX],
  [11, DOCK_VIBES],
  [12, DECK_MARIMBA],
  [14, TOWER_BELL],
  [15, NET_HARP],
  [16, FERRY_ORGAN],
  [17, PURSER_ORGAN],
  [18, FERRY_ORGAN],
  [20, REED_LEAD],
  [24, SHANTY_GUITAR],
  [25, MAST_STRING],
  [28, MUTED_LINE],
  [29, MAST_STRING],
  [32, HAWSER_BASS],
  [33, LINE_BASS],
  [36, CHAIN_BASS],
  [38, ROUND_BASS],
  [39, PUMP_BASS],
  [40, STRING_PAD],
  [45, MUTED_LINE],
  [46, NET_HARP],
  [47, DECK_MARIMBA],
  [48, STRING_PAD],
  [52, CHOIR_PAD],
  [55, BRASS_LEAD],
  [64, REED_LEAD],
  [72, WHISTLE],
  [75, PIPE_LEAD],
  [77, WHISTLE],
  [80, PIPE_LEAD],
  [81, GULL_LEAD],
  [82, SIREN_LEAD],
  [84, BOLLARD_PLUCK],
  [85, CHOIR_PAD],
  [86, WIDE_LEAD],
  [87, HULL_BASS],
  [88, GLASS_PAD],
  [89, WARM_BED],
  [90, HORIZON_PAD],
  [91, CHOIR_PAD],
  [92, GLASS_PAD],
  [93, STRING_PAD],
  [94, FOG_PAD],
  [95, SWELL_PAD],
  [96, TIDE_PAD],
  [97, UNDERTOW],
  [98, BRASS_CHIME],
  [99, GLASS_PAD],
  [100, BUOY_BELLS],
  [101, TIDE_PAD],
  [102, SPARK],
  [103, ZAP],
  [104, OAR_STRINGS],
  [108, CRATE_KALIMBA],
  [109, REED_LEAD],
  [110, STRING_PAD],
  [111, REED_LEAD],
  [112, BUOY_BELLS],
  [113, SHIP_BELL],
  [114, TIN_PAN],
  [115, DECK_MARIMBA],
  [117, DROP],
  [119, SPRAY_RISER],
  [120, STEAM],
  [122, WAKE],
  [123, GULL_CRY],
  [124, SPARK],
  [125, UNDERTOW],
  [126, STEAM],
  [127, DROP],
];

/** The sound that fits a General MIDI program, 0..127. */
export function soundForProgram(program: number): ToneSound {
  return PROGRAMS.findLast(([from]) => from <= program)![1];
}
