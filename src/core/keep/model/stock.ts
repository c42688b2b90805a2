import { z } from 'zod';
import { LIMITS } from './limits';

/** Flat pieces of cloth or web that are here, scraps among them. */
export const stockList = z
  .array(
    z.object({
      widthMm: z.number().min(1).max(100_000),
      heightMm: z.number().min(1).max(100_000),
      count: z.number().int().min(0).max(9999),
      /** A scrap's own shape within its box, mm; null: the whole rectangle. */
      outline: z.string().min(1).max(LIMITS.outlineChars).nullable().default(null),
    }),
  )
  .max(500)
  .default([]);
