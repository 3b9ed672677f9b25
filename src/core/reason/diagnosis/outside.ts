import { item, real } from "../../model/array/at";
import { highest, logSum, summed } from "../../model/array/logs";
import type { Machine } from "../../model/machine/format";
import { pieceId } from "../../model/machine/pieces";
import { wiringIn } from "../../record/finding/circumstances";
import type { FindingKind } from "../../record/finding/finding";
import { isPieceLook, type PieceLook } from "../../record/finding/piece-looks";
import { isOf } from "../../record/job/hands/own-finding";
import type { Evidence } from "../../record/job/state";
import { repeated, takenBack } from "./repeats";
import { anything } from "./strange";
import type { SuspectSet } from "./suspect-set";

/** Share of machines whose trouble is none that the model has, where nothing says otherwise (est.). */
const OUTSIDE_SHARE = 0.03;
/** Of those, the ones that behave as nothing in the model does (est.). */
const WEIRD = 0.06;
/** Of what such a machine does, so much is strange; the rest is as on a healthy one (est.). */
const STRANGE = 0.5;
/** Chance that such a trouble shows at a place that is measured or looked at, rather than that all is well there (est.). */
const SHOWS = 0.06;

/** Chance that such a trouble is found where one looks at a piece that no circuit shows (est.). */
const FOUND_THERE = 0.5;

/**
 * A look at a piece speaks once: found so again, it says nothing more. Found otherwise than before, or put right in vain, it was a slip, as on any
 * machine.
 */
function pieceLog(evidence: readonly Evidence[], { place, result }: PieceLook, n: number, column: Float64Array, healthy: number): number {
  const before = evidence.slice(0, n).findLast(({ finding }) => isPieceLook(finding) && finding.place.piece === place.piece)?.finding;
  if (before?.result.is === "answer" && before.result.value === result.value) return highest(column);
  const inVain = result.value === "bad" && evidence.slice(n + 1).some(({ fitted }) => fitted.includes(pieceId(place.piece)));
  if (before || inVain) return real(column, healthy);
  return Math.log(result.value === "bad" ? FOUND_THERE : 1 - FOUND_THERE);
}

/** Holds what is found of the machine as it runs, rather than of one place in it. */
const BEHAVIOUR: readonly FindingKind[] = ["sight", "code", "volts", "amps", "temperature", "pressure", "series"];

/** Of the machine as it runs, or of a way through it with its wires on: what a trouble shows from afar, wherever it sits. */
const isFromAfar = ({ finding }: Evidence, machine: Machine): boolean =>
  BEHAVIOUR.includes(finding.kind) ||
  (finding.kind === "ohms" && (wiringIn(finding.circumstances).length === 0 || !machine.parts.some((p) => isOf(finding, p.id, machine))));

/**
 * log of prior × P(record | the trouble is none that the model has). From afar such a machine is like one with any of the known troubles, or now and
 * then like none; and where a part itself is measured or looked at all is well, now and then not. So its share stays as it was while people only watch
 * and measure ways, and grows as one known cause after the other is cleared and as readings come in that none explains.
 */
export function outsideLog(set: SuspectSet, evidence: readonly Evidence[]): number {
  const raw = evidence.some((e) => e.fitted.length > 0) ? evidence.map((e) => ({ ...e, fitted: [] })) : evidence;
  const columns = set.columns(raw);
  const again = repeated(evidence);
  const back = takenBack(evidence);
  const afar: Float64Array[] = [];
  let weird = 0;
  let measured = 0;
  evidence.forEach((e, n) => {
    const column = item(columns, n);
    const top = highest(column);
    if (isFromAfar(e, set.predictor.machine)) {
      afar.push(column);
      weird += item(again, n) > 0 ? top : Math.log((1 - STRANGE) * Math.exp(real(column, set.healthy)) + STRANGE * anything(set, e, top));
    } else if (isPieceLook(e.finding)) measured += pieceLog(evidence, e.finding, n, column, set.healthy);
    else if (item(again, n) > 0) measured += top;
    else if (item(back, n)) measured += real(column, set.healthy);
    else measured += Math.log((1 - SHOWS) * Math.exp(real(column, set.healthy)) + SHOWS * anything(set, e, top));
  });
  const like = Math.log(1 - WEIRD) + logSum(summed(set.logPrior, afar));
  const unlike = Math.log(WEIRD) + weird;
  return Math.log(OUTSIDE_SHARE) + logSum(Float64Array.of(like, unlike)) + measured;
}
