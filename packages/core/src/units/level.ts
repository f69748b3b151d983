/** Levels carry their reference in the type, so a dBFS cannot be passed where a dBu is due. */
declare const reference: unique symbol;
type Level<R extends string> = number & { readonly [reference]: R };

/** Volts against 0.7746 V. */
export type Dbu = Level<'dBu'>;
/** Volts against 1 V. */
export type Dbv = Level<'dBV'>;
/** Against the largest sample value of a converter or file. */
export type Dbfs = Level<'dBFS'>;
/** Sound pressure against 20 µPa. */
export type DbSpl = Level<'dB SPL'>;
/** A ratio: gain, loss, difference of two levels. */
export type Db = number;

export type LevelUnit = 'dBu' | 'dBFS' | 'dB SPL';

export const dbu = (value: number) => value as Dbu;
export const dbv = (value: number) => value as Dbv;
export const dbfs = (value: number) => value as Dbfs;
export const dbSpl = (value: number) => value as DbSpl;

/** 1 mW in 600 Ω, volts. IEC 60268-2. */
export const VOLTS_AT_0_DBU = Math.sqrt(0.6);
/** Reference sound pressure, pascals. ISO 1683. */
export const PASCALS_AT_0_DB_SPL = 20e-6;

/** Amplitude ratio → dB. `dbFromRatio(2)` is 6.02. Zero gives −Infinity. */
export const dbFromRatio = (ratio: number): Db => 20 * Math.log10(Math.abs(ratio));
/** dB → amplitude ratio. `ratioFromDb(6.02)` is 2. */
export const ratioFromDb = (db: Db): number => 10 ** (db / 20);

/** Volts (RMS) → dBu. `dbuFromVolts(1.2277)` is +4. */
export const dbuFromVolts = (volts: number): Dbu => dbu(dbFromRatio(volts / VOLTS_AT_0_DBU));
/** dBu → volts (RMS). */
export const voltsFromDbu = (level: Dbu): number => VOLTS_AT_0_DBU * ratioFromDb(level);
/** Volts (RMS) → dBV. */
export const dbvFromVolts = (volts: number): Dbv => dbv(dbFromRatio(volts));
/** dBV → dBu: the same volts against the other reference, +2.218 dB. */
export const dbuFromDbv = (level: Dbv): Dbu => dbu(level - dbFromRatio(VOLTS_AT_0_DBU));
/** Pascals (RMS) → dB SPL. `dbSplFromPascals(1)` is 93.98. */
export const dbSplFromPascals = (pascals: number): DbSpl => dbSpl(dbFromRatio(pascals / PASCALS_AT_0_DB_SPL));
/** dB SPL → pascals (RMS). */
export const pascalsFromDbSpl = (level: DbSpl): number => PASCALS_AT_0_DB_SPL * ratioFromDb(level);
