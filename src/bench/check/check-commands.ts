import { say } from "@/language";
import { versionState } from "@/client/version-state";
import { notify } from "@/ui";
import type { Command, CommandContext } from "../commands/command";
import { toggleEnds } from "./ends/ends-state";
import { clearGauges, useGauges } from "./gauge-state";
import { type Stop, tourStops } from "./tour";

interface Tour {
  readonly of: object;
  readonly stops: readonly Stop[];
  readonly at: number;
}

/** Where the tour is: at which stop of which picture. */
const useTour = versionState("tour", (): { readonly tour: Tour | null } => ({ tour: null }));

/** On to the next stop at 100 %; after the last the whole picture again. */
function onwards({ get, sheet }: CommandContext): void {
  const { recipe, size, own } = get();
  let { tour } = useTour.getState();
  if (tour?.of !== recipe) {
    const found = own.state === "found" ? own.proposal.segments.map(({ points }) => points) : [];
    tour = { of: recipe, stops: tourStops(recipe, size, found), at: -1 };
  }
  const at = tour.at + 1;
  const stop = tour.stops[at];
  useTour.setState({ tour: stop ? { ...tour, at } : null });
  if (!stop) return sheet.fit();
  sheet.look(stop.at, 1);
  notify(say("{words}: {at} of {count}", { words: stop.words, at: at + 1, count: tour.stops.length }));
}

/** What checks a picture and changes nothing. */
export const CHECK_COMMANDS: readonly Command[] = [
  {
    id: "tour",
    words: say("Tour: on to the next corner, then the longest edges' ends, at 100 %"),
    group: "look",
    keys: ["F4"],
    run: onwards,
  },
  {
    id: "ends",
    words: say("Clipped tones and gaps marked over the picture"),
    group: "look",
    keys: ["F10"],
    run: toggleEnds,
  },
  {
    id: "clear-gauges",
    words: say("Take all readings of the gauge away"),
    group: "look",
    keys: [],
    can: () => useGauges.getState().gauges.length > 0,
    run: clearGauges,
  },
];
