/** How the courses' schedules look: their headings and cells. */
export const SCHEDULE_HEAD = "border-b border-base-content px-1 py-1 text-right text-[0.85rem] font-medium muted";
export const SCHEDULE_CELL = "border-b ruled px-1 py-1 text-right";
