/** The part of a song that was lost with a damaged file, in words. */
export function missingWords(missing: number): string {
  const steps = missing === 0 ? 'some of its newest steps' : missing === 1 ? 'its last step' : `its last ${missing} steps`;
  return `This song is incomplete: ${steps} could not be read from the damaged file.`;
}
