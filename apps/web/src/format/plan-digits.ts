import { createContext, useContext } from "react";

/** Decimals that tell apart what is seen on a plan: of lengths and coordinates, and of areas. */
export interface PlanDigits {
  length: number;
  area: number;
}

/** About the ten-thousandth part of a plan's longer side (320 by 240: 0.01), and as many digits of areas. */
export function planDigits({ width, height }: { width: number; height: number }): PlanDigits {
  const length = Math.min(12, Math.max(0, 4 - Math.floor(Math.log10(Math.max(width, height)))));
  return { length, area: Math.max(0, 2 * length - 3) };
}

const Digits = createContext<PlanDigits>(planDigits({ width: 320, height: 240 }));
export const PlanDigitsProvider = Digits.Provider;

export function usePlanDigits(): PlanDigits {
  return useContext(Digits);
}
