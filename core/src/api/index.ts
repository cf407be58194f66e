export * from './routes';
export * from './song-file';
export { MAX_PHRASE_LETTERS, phraseFileText, readPhraseFile } from './phrase-file';
export { MAX_RECIPE_LETTERS, readRecipeFile, recipeFileText } from './recipe-file';
export {
  MOST_PUTS,
  ownSendSchema,
  ownThingSchema,
  type OwnAnswer,
  type OwnKey,
  type OwnPut,
  type OwnThing,
  type SoundFields,
} from './belongings';
export {
  codeSchema,
  errorSchema,
  copyQuerySchema,
  exportQuerySchema,
  filePieceSchema,
  songFileQuerySchema,
  hereSchema,
  historyQuerySchema,
  importQuerySchema,
  MOST_PIECE_BYTES,
  listQuerySchema,
  nameSchema as nameBodySchema,
  newSongSchema,
  sendSchema,
  windowQuerySchema,
  type Answer,
  type BroughtBack,
  type DayCopy,
  type FilesNews,
  type Here,
  type ServerNews,
  type ServerSong,
  type SongCard,
  type SongCopy,
} from './schemas';
