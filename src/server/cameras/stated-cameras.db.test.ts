import { closeDatabase, stateCamera, statedCamera } from "..";

afterAll(closeDatabase);

test("what was stated last for a camera is remembered, and nothing for another", async () => {
  const camera = `Box camera ${Date.now()}`;
  expect(await statedCamera(camera)).toBeNull();
  await stateCamera(camera, { focalMm: 21, sensorMm: 36 });
  await stateCamera(camera, { focalMm: 14, sensorMm: 23.5 });
  expect(await statedCamera(camera)).toMatchObject({ camera, focalMm: 14, sensorMm: 23.5 });
  expect(await statedCamera(`${camera} again`)).toBeNull();
});

test("a length of nothing is refused by the table itself", async () => {
  await expect(stateCamera("none", { focalMm: 0, sensorMm: 36 })).rejects.toThrow();
});
