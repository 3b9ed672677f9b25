import type { Draft } from "../../../../record/job/kinds/index";
import { type Candidate, type Clause, has, placesOf, tagged } from "../../clause";
import { sightSeen } from "../../facts";
import { act } from "../work/act";

/** One joint by its name: only that one was tested. */
const NAMED_JOINT =
  /^(gas )?(union|flare|flare nut|line|pipe|elbow|valve|orifice|tap plug|pressure tap plug|hose)$|^(flex line|flex hose|burner orifice|gas connector|pressure tap)$/;

const testOf = (joint: string | undefined, answer: "tight" | "bubbles"): Draft =>
  joint === undefined ? sightSeen("leak", answer) : { kind: "leak-test", body: { joint, method: "soap", tight: answer === "tight" } };

/** The soap test of gas joints; nothing else is a leak. */
export function soapTest({ chunks, machine }: Clause): Candidate[] {
  if (!machine.burner) return [];
  const spoken = tagged(chunks, "soap");
  const joints = tagged(chunks, "gasJoint", "gasTrain", "gas");
  const good = tagged(chunks, "tight");
  const leaks = tagged(chunks, "leaks");
  const no = tagged(chunks, "no");
  const isText = (pattern: RegExp) => (i: number) => pattern.test(chunks[i]?.text ?? "");
  // “good”, “clear” go for tight only where the test was spoken of.
  const tight = good.filter((i) => !isText(/^(none|ok|good|fine|clear|clean|sound|held|dry)$/)(i));
  const tested = placesOf(chunks, (_, i) => isText(/soap|leak (test|check|spray)|bubble test|sniffer|tightness/)(i));
  const places = [spoken, joints, good, leaks, no];
  const isBare = chunks.every((c, i) => places.some((p) => p.includes(i)) || c.filler || c.loose || has(c, "tested", "yet"));
  if (tested.length + joints.length === 0 && !isBare && !tight.some(isText(/bubbl/))) return [];
  const named = chunks.find((c) => NAMED_JOINT.test(c.text))?.text;
  const said = (answer: "tight" | "bubbles", covers: readonly number[]): Candidate[] => [
    act(testOf(named, answer), [...new Set([...covers, ...spoken, ...joints, ...tagged(chunks, "tested", "byMeter", "eachLeg")])]),
  ];
  const bubbling = leaks.filter((i) => !no.some((n) => n < i) && !isText(/^no /)(i) && !isText(/^not /)(i));
  const isOfJoint = tested.length > 0 || joints.some((j) => !bubbling.includes(j)) || bubbling.some(isText(/bubbl|foam|froth/));
  if (isOfJoint && bubbling.some((i) => !isText(/leak (test|check)|soap/)(i))) return said("bubbles", bubbling);
  if (no.length > 0 && leaks.some((i) => !isText(/test|check/)(i))) return said("tight", [...leaks, ...no]);
  const isNamed = spoken.length + joints.length > 0 || tight.some(isText(/bubbl|leak|foam|froth/));
  if (tight.length > 0 && isNamed) return said("tight", tight);
  return tested.length > 0 && good.some((i) => !tested.includes(i)) ? said("tight", good) : [];
}
