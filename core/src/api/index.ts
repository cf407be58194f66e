export * from './routes';
export {
  codeSchema,
  errorSchema,
  copyQuerySchema,
  exportQuerySchema,
  historyQuerySchema,
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
