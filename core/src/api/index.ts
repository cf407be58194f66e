export * from './routes';
export {
  codeSchema,
  errorSchema,
  exportQuerySchema,
  importQuerySchema,
  listQuerySchema,
  nameSchema as nameBodySchema,
  sendSchema,
  type Answer,
  type ImportTracks,
  type ServerNews,
  type ServerSong,
  type SongCard,
} from './schemas';
