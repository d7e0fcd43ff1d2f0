import { Chart } from "chart.js";

/** A colour of the theme by its name. Charts are drawn on a canvas, which knows no style sheets; they get the page's type as well. */
export function inkOf(name: string): string {
  const style = getComputedStyle(document.body);
  Chart.defaults.font.family = style.fontFamily;
  return style.getPropertyValue(name).trim() || "#555";
}

/** How all charts of the panels are: drawn at once, as large as their place. They answer no pointer. */
export const STILL = { animation: false as const, responsive: true, maintainAspectRatio: false, events: [] as never[] };
