/** How far the days are planned, days. */
export const PLAN_DAYS = 56
