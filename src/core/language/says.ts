import type { Body, Entry } from "../job/entry";
import type { Machine } from "../machine/schema";
import { unitRepair } from "../planning/repairs";
import { measureSays, readingSays, sightingSays } from "./understand";

/** An entry as a line of the record. */
export function entrySays(machine: Machine | undefined, entry: Entry): string {
  switch (entry.kind) {
    case "opened":
      return `Job opened for ${entry.body.customer}, ${entry.body.place}`;
    case "machine":
      return `Machine: ${machine ? `${machine.maker} ${machine.model}` : entry.body.machine}${entry.body.serial ? `, serial ${entry.body.serial}` : ""}`;
    case "complaint":
      return `Complaint: “${entry.body.words}”`;
    case "setting":
      return settingSays(entry.body);
    case "measure":
      return measureSays(entry.body);
    case "discharged":
      return `Discharged: ${machine?.parts.find((p) => p.id === entry.body.part)?.name.toLowerCase() ?? entry.body.part}`;
    case "made-safe":
      return `Made safe: ${entry.body.how === "cord" ? "cord out" : "breaker off"}, proved dead`;
    case "energised":
      return "Energised: the machine is live";
    case "sighting":
      return machine ? sightingSays(machine, entry.body) : `${entry.body.sight}: ${entry.body.value}`;
    case "reading":
      return machine ? readingSays(machine, entry.body) : `${entry.body.between.join(" to ")}: ${entry.body.value ?? "OL"}`;
    case "panel":
      return `${capital(machine?.panels.find((p) => p.id === entry.body.panel)?.name ?? entry.body.panel)} ${entry.body.state === "off" ? "off" : "back on"}`;
    case "fitted":
      return fittedSays(machine, entry.body.unit, entry.body.action);
    case "proof":
      return `Proof run: ${entry.body.starts === "yes" ? "starts" : "does not start"}, ${entry.body.turns === "yes" ? "turns" : "does not turn"}, ${entry.body.warm === "yes" ? "heats" : "no heat"}, cycles ${entry.body.cycles}, air ${entry.body.airflow}`;
    case "closed":
      return "Job closed";
    case "retract":
      return "An entry taken back";
  }
}

function settingSays({ liveTests, school }: Body<"setting">): string {
  const live = liveTests ? "Live tests allowed on this job" : "Dead tests only";
  if (!school) return live;
  const first = { look: "look first", meter: "meter first", either: "whichever is cheaper first" }[school.first];
  const parts = school.parts === "set" ? "fit the set that ages together" : "fit only what failed";
  const coil = school.coldCoil === "trust" ? "trust a cold coil" : "doubt a cold coil";
  return `${live}; ${first}, ${parts}, ${coil}`;
}

function fittedSays(machine: Machine | undefined, unit: string, action: "replaced" | "put-right"): string {
  let name = unit;
  try {
    if (machine) name = unitRepair(machine, unit).name.toLowerCase();
  } catch {
    // A unit of an older machine file: its id is all there is to say.
  }
  return action === "replaced" ? `Fitted: new ${name}` : `Put right: ${name}`;
}

const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
