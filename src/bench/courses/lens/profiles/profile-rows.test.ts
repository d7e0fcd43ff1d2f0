import { readProfile } from "@/core/lens";
import { demoProfiles } from "../../../../../demo/lens/profiles";
import { TABLES, type TableName, rowsOf, withRows } from "./profile-rows";

const profile = demoProfiles[0]!;
const rows = () =>
  Object.fromEntries((Object.keys(TABLES) as TableName[]).map((t) => [t, rowsOf(profile, t)])) as Record<
    TableName,
    readonly (readonly string[])[]
  >;

test("rows untouched give the profile back", () => {
  expect(readProfile(withRows(profile, rows()))).toEqual(profile);
});

test("every row has a field for each column", () => {
  for (const [table, all] of Object.entries(rows()))
    for (const row of all) expect(row).toHaveLength(TABLES[table as TableName].length);
});

test("what is not a number is named by table, row and column; an empty focus distance means far away", () => {
  const own = rows();
  const broken = own.distortion.map((r, i) => (i === 1 ? r.map((v, j) => (j === 2 ? "-0,0x" : v)) : r));
  expect(() => withRows(profile, { ...own, distortion: broken })).toThrow(
    "In Distortion, row 2, “k1” is not a number: -0,0x.",
  );
  const typed = own.distortion.map((r, i) => (i === 0 ? r.map((v, j) => (j === 1 ? "" : j === 2 ? "−0,05" : v)) : r));
  const read = readProfile(withRows(profile, { ...own, distortion: typed }));
  expect(read.distortion[0]).toMatchObject({
    focusM: null,
    k: [-0.05, profile.distortion[0]!.k[1], profile.distortion[0]!.k[2]],
  });
});
