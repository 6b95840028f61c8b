'use client';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import { clockTime, dayWords, sayDays } from '@/core/measure/day';
import {
  formatLength,
  formatMoney,
  formatRun,
  formatSize,
  formatWeight,
  localDay,
  withUnit,
  type Size,
  type Um,
  type UnitSystem,
} from '@/core/measure';

type Units = {
  unit: UnitSystem;
  currency: string;
  flip: () => void;
  length: (um: Um) => string;
  /** A length of roll, in metres or feet. */
  run: (um: Um) => string;
  size: (size: Size) => string;
  /** The same size in the other system, for those who think in it. */
  other: (size: Size) => string;
  bare: (um: Um) => string;
  bareSize: (size: Size) => string;
  weight: (mg: number) => string;
  money: (minor: number) => string;
  bareMoney: (minor: number) => string;
  /** What was typed, with the unit being read added where none was written. */
  withUnit: (typed: string) => string;
  /** The studio's calendar day at an instant; nothing for nothing. */
  day: (instant: string | null | undefined) => string;
  /** A calendar day as it is said: "Tue 1 Dec". */
  date: (day: string | null | undefined) => string;
  /** An instant's day and clock time where the studio is. */
  moment: (instant: string | null | undefined) => string;
  /** A kept sentence with its days as they are said. */
  sentence: (text: string) => string;
  /** Its clock time alone. */
  time: (instant: string) => string;
  /** The studio's calendar day now. */
  today: () => string;
};

const Context = createContext<Units | null>(null);
export const UNIT_COOKIE = 'glassine_unit';

/** How sizes are read everywhere: millimetres or inches, flipped by one key, kept for the next visit. */
export function UnitsProvider({
  first,
  currency,
  timeZone,
  children,
}: {
  first: UnitSystem;
  currency: string;
  timeZone: string;
  children: ReactNode;
}) {
  const [unit, setUnit] = useState(first);
  const flip = useCallback(
    () =>
      setUnit((was) => {
        const now = was === 'mm' ? 'in' : 'mm';
        document.cookie = `${UNIT_COOKIE}=${now}; path=/; max-age=31536000; samesite=strict`;
        return now;
      }),
    [],
  );
  const value = useMemo<Units>(() => {
    const style = { inches: 'fraction' } as const;
    const today = () => localDay(new Date().toISOString(), timeZone);
    return {
      unit,
      currency,
      flip,
      length: (um) => formatLength(um, unit, style),
      run: (um) => formatRun(um, unit),
      size: (s) => formatSize(s, unit, style),
      other: (s) => formatSize(s, unit === 'mm' ? 'in' : 'mm', style),
      bare: (um) => formatLength(um, unit, { ...style, bare: true }),
      bareSize: (s) => formatSize(s, unit, { ...style, bare: true }),
      weight: (mg) => formatWeight(mg, unit),
      money: (m) => formatMoney(m, currency),
      bareMoney: (m) => formatMoney(m, currency, { bare: true }),
      withUnit: (typed) => withUnit(typed, unit),
      day: (instant) => (instant ? dayWords(localDay(instant, timeZone), today()) : ''),
      date: (day) => (day ? dayWords(day, today()) : ''),
      moment: (instant) =>
        instant
          ? `${dayWords(localDay(instant, timeZone), today())}, ${clockTime(instant, timeZone)}`
          : '',
      sentence: (text) => sayDays(text, today()),
      time: (instant) => clockTime(instant, timeZone),
      today,
    };
  }, [unit, currency, timeZone, flip]);
  return <Context value={value}>{children}</Context>;
}

/** A sentence of the studio’s with its days as they are said; as it is where no page stands round it. */
export function useSentence(): (text: string) => string {
  const units = useContext(Context);
  return units ? units.sentence : (text) => text;
}

export function useUnits(): Units {
  const units = useContext(Context);
  if (!units) throw new Error('useUnits outside UnitsProvider');
  return units;
}
