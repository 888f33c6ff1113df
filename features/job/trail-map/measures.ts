/** Where things stand on the drawn map, in px and in shares of its width. */

/** Room above the roads for two rows of crossing labels, and between the rows. */
export const TOP = 44;

export const ROW = 17;

/** The plot's share of the width; names stand right of it. */
export const PLOT_PERCENT = 57;
/** How far right of the plot the odds end, and the names begin. */
export const ODDS_END = 58;
export const NAMES_BEGIN = 70;

export const ROAD_FILL = {
  open: "var(--color-ink)",
  closed: "var(--color-road-closed)",
  through: "var(--color-spruce)",
} as const;
