/** As the machine has it, before any workshop said otherwise. */
const MACHINES = process.env.TZ;

/** The workshop's zone is this process's: papers, labels and where a day begins follow it. Without one, the machine's. */
export function keepZone(zone: string | undefined): void {
  const wanted = zone ?? MACHINES;
  if (wanted === undefined) delete process.env.TZ;
  else process.env.TZ = wanted;
}

/** Its name, as the database takes it. */
export const zoneNow = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;
