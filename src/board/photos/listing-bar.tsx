"use client";

import { ArrowDownUp, LayoutGrid, Rows3, Square } from "lucide-react";
import { PHOTO_STATES } from "@/core/contract";
import { say } from "@/language";
import { DENSITIES, type Density, GROUPINGS, type Listing, ORDERS } from "./listing";
import { stateWords } from "./state-words";

const ICONS = { large: Square, small: LayoutGrid, lines: Rows3 } as const;
const DENSITY_WORDS: Record<Density, () => string> = {
  large: () => say("Large"),
  small: () => say("Small"),
  lines: () => say("Lines"),
};
const ORDER_WORDS: Record<Listing["order"], () => string> = {
  taken: () => say("by time"),
  name: () => say("by name"),
  state: () => say("by state"),
  bracket: () => say("by bracket"),
  "out-of-true": () => say("by what is out of true"),
  stretch: () => say("by stretch"),
  "left-out": () => say("by what is left out"),
  "made-up": () => say("by what is made up"),
  lens: () => say("by lens"),
};

const GROUPING_WORDS: Record<Listing["grouping"], () => string> = {
  none: () => say("not grouped"),
  place: () => say("by place"),
  bracket: () => say("by bracket"),
};

interface Props {
  listing: Listing;
  density: Density;
  /** How many are shown, and how many there are. */
  count: number;
  of: number;
  /** Whether all are there; the others are on their way. */
  isWhole: boolean;
  onListing(next: Listing): void;
  onDensity(next: Density): void;
  /** The borders of what is chosen, or of all that is shown, side by side. */
  onBorders(): void;
}

/** What of a visit is shown, in which order and how large. */
export function ListingBar({ listing, density, count, of, isWhole, onListing, onDensity, onBorders }: Props) {
  return (
    <div role="toolbar" aria-label={say("What is shown")} className="mb-3 flex flex-wrap items-center gap-2">
      <input
        type="search"
        className="input input-sm w-44"
        placeholder={say("Name, lens or note")}
        aria-label={say("Find photos by name, camera, lens or note")}
        value={listing.text}
        onChange={(e) => onListing({ ...listing, text: e.target.value })}
      />
      <select
        className="select select-sm w-40"
        aria-label={say("State of the photos shown")}
        value={listing.state}
        onChange={(e) => onListing({ ...listing, state: e.target.value as Listing["state"] })}
      >
        <option value="all">{say("in any state")}</option>
        <option value="bracket">{say("in a bracket")}</option>
        {PHOTO_STATES.map((state) => (
          <option key={state} value={state}>
            {stateWords(state)}
          </option>
        ))}
      </select>
      <Choice
        className="w-44"
        label={say("Order of the photos")}
        value={listing.order}
        all={ORDERS}
        words={ORDER_WORDS}
        onChange={(order) => onListing({ ...listing, order })}
      />
      <button
        className="btn btn-ghost btn-sm btn-square"
        aria-label={say("The other way round")}
        title={say("The other way round")}
        aria-pressed={listing.backwards}
        onClick={() => onListing({ ...listing, backwards: !listing.backwards })}
      >
        <ArrowDownUp size={16} />
      </button>
      <Choice
        className="w-32"
        label={say("What photos are put together by")}
        title={say("A place is where photos were taken without a pause of more than two minutes.")}
        value={listing.grouping}
        all={GROUPINGS}
        words={GROUPING_WORDS}
        onChange={(grouping) => onListing({ ...listing, grouping })}
      />
      <span className="muted grow" role="status">
        {!isWhole
          ? say("{of} photos, more are coming …", { of })
          : count === of
            ? say("{of, plural, one {# photo} other {# photos}}", { of })
            : say("{count} of {of} photos", { count, of })}
      </span>
      <button
        className="btn btn-sm"
        title={say("The borders of what is chosen, or of all that is shown, side by side")}
        onClick={onBorders}
      >
        {say("Borders")}
      </button>
      <Densities density={density} onDensity={onDensity} />
    </div>
  );
}

interface ChoiceParts<T extends string> {
  label: string;
  title?: string;
  className: string;
  value: T;
  all: readonly T[];
  words: Readonly<Record<T, () => string>>;
  onChange(value: T): void;
}

function Choice<T extends string>({ label, title, className, value, all, words, onChange }: ChoiceParts<T>) {
  return (
    <select
      className={`select select-sm ${className}`}
      aria-label={label}
      title={title}
      value={value}
      onChange={(e) => onChange(e.target.value as T)}
    >
      {all.map((one) => (
        <option key={one} value={one}>
          {words[one]()}
        </option>
      ))}
    </select>
  );
}

function Densities({ density, onDensity }: Pick<Props, "density" | "onDensity">) {
  return (
    <div className="join" role="group" aria-label={say("How large photos are shown")}>
      {DENSITIES.map((key) => {
        const Icon = ICONS[key];
        return (
          <button
            key={key}
            className={`btn join-item btn-sm btn-square ${key === density ? "btn-neutral" : ""}`}
            aria-label={DENSITY_WORDS[key]()}
            title={DENSITY_WORDS[key]()}
            aria-pressed={key === density}
            onClick={() => onDensity(key)}
          >
            <Icon size={15} />
          </button>
        );
      })}
    </div>
  );
}
