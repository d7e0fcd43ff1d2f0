/** The lens: where it put a point on the sensor, and where an ideal lens would have put it. */
export * from "./brown-conrady";
export * from "./lens";
