/** Whether this is the long run, `npm run soak`: with many more made-up cameras than the everyday checks have time for. */
export const isSoak = process.env["FLATSTONE_SOAK"] === "1";

/** How many of something made up are tried: in the long run, and every day. */
export const many = (soak: number, everyDay: number): number => (isSoak ? soak : everyDay);
