import { TAU } from "../../geometry";
import { layoutOf } from "..";

test("the whole it was cut from goes once round; the file may have been made smaller", () => {
  const cut = {
    ProjectionType: "cylindrical",
    FullPanoWidthPixels: 12000,
    FullPanoHeightPixels: 6000,
    CroppedAreaImageWidthPixels: 6000,
    CroppedAreaLeftPixels: 2000,
    CroppedAreaTopPixels: 2500,
    PosePitchDegrees: 1.5,
  };
  const layout = layoutOf(cut, [3000, 900])!;
  expect(layout.focalPx).toBeCloseTo(12000 / TAU / 2, 9);
  expect(layout.centre).toEqual([2000, 250]);
  expect(layout).toMatchObject({ model: "cylindrical", pitch: 1.5, roll: 0 });
});

test("twice as wide as high is a whole sphere; otherwise it must be said", () => {
  expect(layoutOf({ ProjectionType: "equirectangular" }, [8000, 4000])?.focalPx).toBeCloseTo(8000 / TAU, 9);
  expect(layoutOf({ ProjectionType: "equirectangular" }, [8000, 3000])).toBeNull();
  expect(layoutOf({ ProjectionType: "cylindrical" }, [8000, 4000])).toBeNull();
});

test("what is no layout is none", () => {
  expect(layoutOf({ ProjectionType: "something" }, [8000, 4000])).toBeNull();
  expect(layoutOf({ ProjectionType: "cylindrical", FullPanoWidthPixels: 0 }, [100, 100])).toBeNull();
  expect(layoutOf({ ProjectionType: "cylindrical", FullPanoWidthPixels: NaN }, [100, 100])).toBeNull();
  expect(
    layoutOf({ ProjectionType: "cylindrical", FullPanoWidthPixels: 900, CroppedAreaImageWidthPixels: 0 }, [100, 100]),
  ).toBeNull();
  expect(
    layoutOf({ ProjectionType: "cylindrical", FullPanoWidthPixels: 900, PosePitchDegrees: 95 }, [100, 100]),
  ).toBeNull();
});
