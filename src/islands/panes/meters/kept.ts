import { z } from "zod";
import { type Meter, meterSchema } from "../../../core/model/instrument/meter";
import { readSmall, writeSmall } from "../../replica/browser-store";

const KEY = "yennic.meters";
const keptSchema = z.array(meterSchema).max(20);

/** The meters of who works on this device. What a job was measured with stands in its own record. */
export function keptMeters(): readonly Meter[] {
  try {
    return keptSchema.parse(JSON.parse(readSmall("localStorage", KEY) ?? "[]"));
  } catch {
    return [];
  }
}

/** Keeps a meter in the place of the one of that name, if there is one. */
export function keepMeter(meter: Meter, instead: string = meter.name): void {
  const others = keptMeters().filter((m) => m.name !== instead && m.name !== meter.name);
  writeSmall("localStorage", KEY, JSON.stringify([...others, meter]));
}

export function dropMeter(name: string): void {
  writeSmall("localStorage", KEY, JSON.stringify(keptMeters().filter((m) => m.name !== name)));
}
