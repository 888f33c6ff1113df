import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { startVehicleInterface } from "@/scripts/lib/stand-ins.mjs";
import { Client, givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, openJobOf, signIn, openFromMore } from "./support/pages";

let device: { url: string; stop: () => void };
// The application takes the address from its environment: the device has to be there first.
beforeAll(async () => {
  device = await startVehicleInterface();
  process.env.VEHICLE_INTERFACE_URL = device.url;
});
const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;
afterAll(() => {
  device.stop();
  delete process.env.VEHICLE_INTERFACE_URL;
});

const DIALOG = "//*[@role='dialog']";
const act = (body: object) => fetch(`${device.url}/vehicles/bay-1/act`, { method: "POST", body: JSON.stringify(body) });

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Tomas Orrel");
  await openJobOf(browser, "HF 4149");
});

describe("a vehicle on the interface", () => {
  test("is read module by module: codes with status, what is silent, what cannot be read, and whose VIN it is", async () => {
    await act({ do: "drive" });
    await browser.press("Scan");
    await browser.press("Read Bay 2: Kestrin Minnow");
    await browser.find(`${DIALOG}//p[contains(., 'This is another vehicle')]`);
    await browser.press("Close", DIALOG);
    await browser.gone(DIALOG);
    await browser.press("Scan");
    await browser.press("Read Bay 1: Tarrow Packet");
    await browser.find(`${DIALOG}//p[.='The VIN is this job’s.']`);
    await browser.find(`${DIALOG}//button[@aria-label='body: no answer'][@aria-pressed='true']`);
    await browser.find(`${DIALOG}//button[@aria-label='airbag: not readable'][@aria-pressed='true']`);
    expect([await browser.valueOf("Code 1"), await browser.valueOf("Code 2"), await browser.valueOf("Code 3")]).toEqual(
      ["P0299", "P0401", "U0140"],
    );
    await browser.press("Save the scan");
    await browser.find("//ol//li[contains(., 'U0140 stored (instruments)')][contains(., 'no answer: body')]");
  });

  test("cleared and read again shows on each code whether it is back at once", async () => {
    await openFromMore(browser, "Clear the codes");
    await browser.press("Clear and read Bay 2: Kestrin Minnow");
    await browser.find(`${DIALOG}//*[@role='alert'][contains(., 'Nothing was cleared')]`);
    const left = await fetch(`${device.url}/vehicles/bay-2/modules/brakes`, {
      method: "POST",
      body: JSON.stringify({ request: "07" }),
    });
    expect(await left.json()).toEqual({ response: "47 01 40 35" });
    // The refusal itself is a failed load to the browser.
    await browser.complaints();
    await browser.press("Clear and read Bay 1: Tarrow Packet");
    await browser.find(`${DIALOG}//*[@aria-label='U0140 came back']//button[@data-state='on'][.='At once']`);
    await browser.find(`${DIALOG}//*[@aria-label='P0299 came back']//button[@data-state='on'][.='Not so far']`);
    await browser.press("Save", DIALOG);
    await browser.find("//ol//li[contains(., 'U0140 back at once')][contains(., 'P0299 stays away')]");
    expect(await browser.complaints()).toEqual([]);
  });

  test("is read by who may record, and a device that is gone is no vehicle", async () => {
    const desk = await Client.signedIn(application.origin, "Maret Sundby", PASSPHRASE);
    expect((await desk.post("/api/v1/vehicle-interface/read", { vehicle: "bay-1" })).status).toBe(403);
    const technician = await Client.signedIn(application.origin, "Tomas Orrel", PASSPHRASE);
    expect((await technician.post("/api/v1/vehicle-interface/read", { vehicle: "bay-9" })).status).toBe(404);
    device.stop();
    await new Promise((done) => setTimeout(done, 500));
    expect(await (await technician.get("/api/v1/vehicle-interface")).json()).toEqual({
      connected: false,
      vehicles: [],
    });
  });
});
