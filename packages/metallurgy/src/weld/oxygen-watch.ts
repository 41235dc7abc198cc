import data from '../../data/weld.json';

/** Oxygen of a room below which nobody works without air of their own, ppm. */
export const LEAST_ROOM_PPM = data.roomAir.leastPercent * 10_000;
/** The gas behind a root stays on until its metal is below this, °C. */
export const PURGE_OFF_BELOW_C = data.purgeOffBelowC.value;
/** How long a reading says something of now, ms; what was typed off a display holds longer. */
export const FRESH_MS = {
  oxygen: 1000 * data.fresh.oxygenS,
  temperature: 1000 * data.fresh.temperatureS,
  typedRoom: 1000 * data.fresh.typedRoomS,
  typedInside: 1000 * data.fresh.typedInsideS,
} as const;
/** When the alarm for the air of a room ends, and how long its sound may be silenced, ms. */
export const ROOM_ALARM_MS = {
  goodFor: 1000 * data.roomAir.goodForS,
  silencedFor: 1000 * data.roomAir.silencedForS,
} as const;
/**
 * What is a rise of oxygen inside: so many times the target, for so long or in two readings; and how many good readings
 * end it.
 */
export const INSIDE_ALARM = {
  riseFactor: data.gasInside.riseFactor,
  aloneForMs: 1000 * data.gasInside.aloneForS,
  goodReadings: data.gasInside.goodReadings,
} as const;
/** No metal is said to be hotter, °C: beyond this it melts. */
export const SAID_HOTTEST_C = data.saidHottestC.value;
/** A run that takes so many times as long as planned has most likely been finished unseen. */
export const OVERTIME = data.overtime.factor;

/**
 * Whether a room has too little oxygen to be in.
 * @param ppm what a meter in the room shows, or somebody read off one
 */
export const roomIsShort = (ppm: number): boolean => ppm < LEAST_ROOM_PPM;

/** Temperatures of metal that are tapped rather than typed, °C. */
export const TAPPED_C: readonly number[] = data.tapped.tempC;

/** What calls again within this time is the same trouble, s. */
export const CALLED_ONCE_S = data.calledOnceS.value;
