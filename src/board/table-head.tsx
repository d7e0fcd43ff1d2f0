import { ColumnHeads } from "./photos/columns";
import { ListingBar } from "./photos/listing-bar";

type Bar = Parameters<typeof ListingBar>[0];

/** What is listed and how, and the columns' heads where there are columns. */
export function TableHead(bar: Bar) {
  const { listing, density, onListing } = bar;
  return (
    <>
      <ListingBar {...bar} />
      {density === "lines" && (
        <ColumnHeads
          order={listing.order}
          backwards={listing.backwards}
          onOrder={(order, backwards) => onListing({ ...listing, order, backwards })}
        />
      )}
    </>
  );
}
