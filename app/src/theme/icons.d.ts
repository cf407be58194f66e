/** The icons in use, a file each: the package types them only all in one. A new icon is a line here, so that a misspelt one does not compile. */
declare module 'lucide-react/dist/esm/icons/align-end-vertical.mjs' {
  export { AlignEndVertical as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/align-start-vertical.mjs' {
  export { AlignStartVertical as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/arrow-down.mjs' {
  export { ArrowDown as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/arrow-left.mjs' {
  export { ArrowLeft as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/arrow-left-right.mjs' {
  export { ArrowLeftRight as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/arrow-right.mjs' {
  export { ArrowRight as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/arrow-up.mjs' {
  export { ArrowUp as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/arrow-up-down.mjs' {
  export { ArrowUpDown as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/audio-waveform.mjs' {
  export { AudioWaveform as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/between-vertical-end.mjs' {
  export { BetweenVerticalEnd as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/brush.mjs' {
  export { Brush as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/chart-no-axes-column.mjs' {
  export { ChartNoAxesColumn as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/chevron-down.mjs' {
  export { ChevronDown as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/chevron-left.mjs' {
  export { ChevronLeft as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/chevron-right.mjs' {
  export { ChevronRight as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/chevron-up.mjs' {
  export { ChevronUp as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/chevrons-down.mjs' {
  export { ChevronsDown as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/chevrons-left-right.mjs' {
  export { ChevronsLeftRight as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/chevrons-right-left.mjs' {
  export { ChevronsRightLeft as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/chevrons-up.mjs' {
  export { ChevronsUp as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/circle.mjs' {
  export { Circle as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/circle-check.mjs' {
  export { CircleCheck as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/clipboard-paste.mjs' {
  export { ClipboardPaste as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/copy.mjs' {
  export { Copy as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/copy-plus.mjs' {
  export { CopyPlus as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/corner-right-down.mjs' {
  export { CornerRightDown as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/corner-right-up.mjs' {
  export { CornerRightUp as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/diamond.mjs' {
  export { Diamond as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/dices.mjs' {
  export { Dices as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/drum.mjs' {
  export { Drum as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/ear.mjs' {
  export { Ear as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/ear-off.mjs' {
  export { EarOff as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/ellipsis.mjs' {
  export { Ellipsis as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/eraser.mjs' {
  export { Eraser as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/eye.mjs' {
  export { Eye as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/file-input.mjs' {
  export { FileInput as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/file-output.mjs' {
  export { FileOutput as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/files.mjs' {
  export { Files as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/fold-horizontal.mjs' {
  export { FoldHorizontal as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/grid-3x3.mjs' {
  export { Grid3x3 as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/grip-vertical.mjs' {
  export { GripVertical as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/hammer.mjs' {
  export { Hammer as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/hand.mjs' {
  export { Hand as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/hourglass.mjs' {
  export { Hourglass as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/layers.mjs' {
  export { Layers as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/layout-grid.mjs' {
  export { LayoutGrid as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/link.mjs' {
  export { Link as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/list-filter.mjs' {
  export { ListFilter as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/list-music.mjs' {
  export { ListMusic as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/maximize-2.mjs' {
  export { Maximize2 as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/minus.mjs' {
  export { Minus as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/move-horizontal.mjs' {
  export { MoveHorizontal as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/move-right.mjs' {
  export { MoveRight as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/music.mjs' {
  export { Music as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/music-2.mjs' {
  export { Music2 as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/network.mjs' {
  export { Network as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/pencil.mjs' {
  export { Pencil as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/pencil-ruler.mjs' {
  export { PencilRuler as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/piano.mjs' {
  export { Piano as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/pin.mjs' {
  export { Pin as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/pin-off.mjs' {
  export { PinOff as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/play.mjs' {
  export { Play as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/plus.mjs' {
  export { Plus as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/redo.mjs' {
  export { Redo as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/repeat.mjs' {
  export { Repeat as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/rotate-ccw.mjs' {
  export { RotateCcw as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/rotate-cw.mjs' {
  export { RotateCw as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/rows-3.mjs' {
  export { Rows3 as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/ruler.mjs' {
  export { Ruler as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/scan.mjs' {
  export { Scan as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/scissors.mjs' {
  export { Scissors as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/scissors-line-dashed.mjs' {
  export { ScissorsLineDashed as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/settings.mjs' {
  export { Settings as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/sliders-horizontal.mjs' {
  export { SlidersHorizontal as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/square.mjs' {
  export { Square as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/square-dashed.mjs' {
  export { SquareDashed as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/square-split-horizontal.mjs' {
  export { SquareSplitHorizontal as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/star.mjs' {
  export { Star as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/tag.mjs' {
  export { Tag as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/trash.mjs' {
  export { Trash as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/trending-down.mjs' {
  export { TrendingDown as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/trending-up.mjs' {
  export { TrendingUp as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/undo.mjs' {
  export { Undo as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/undo-dot.mjs' {
  export { UndoDot as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/volume-2.mjs' {
  export { Volume2 as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/volume-x.mjs' {
  export { VolumeX as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/waves.mjs' {
  export { Waves as default } from 'lucide-react';
}
declare module 'lucide-react/dist/esm/icons/x.mjs' {
  export { X as default } from 'lucide-react';
}
