import { useState } from "react";
import { COLOURS, type ColourLetters, type Lead } from "../../../core/model/machine/cabinet";
import { partOf } from "../../../core/model/machine/format";
import { readTerminal } from "../../../core/model/machine/wiring";
import { capital } from "../../../core/model/naming/text";
import type { LeadFound } from "../../../core/record/job/hands/lead-found";
import { Button } from "../../../ui/Button";
import form from "../../../ui/Form.module.css";
import { useDispatch, useJob, useMachine } from "../../store/context";
import styles from "./Hands.module.css";

interface Props {
  /** Terminals whose wires are shown. */
  readonly of: readonly string[];
  /** From the old part straight to the new one, instead of off. */
  readonly moving?: boolean;
}

/** Wires by terminal, colour and letters: off, back on, moved to the new part; how their ends were found, and what was done about it. */
export function WireList({ of, moving = false }: Props) {
  const machine = useMachine();
  const leads = of.flatMap((at) => machine.leads.filter((l) => l.at === at));
  return (
    <ol className={styles.leads}>
      {leads.map((l) => (
        <Wire key={l.at} lead={l} moving={moving} />
      ))}
    </ol>
  );
}

function Wire({ lead, moving }: { readonly lead: Lead; readonly moving: boolean }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const found = useJob((s) => s.job.leads.find((l) => l.at === lead.at));
  const isDead = useJob((s) => s.job.safety.power === "dead");
  const [asking, setAsking] = useState(false);
  const part = partOf(machine, readTerminal(lead.at)?.part ?? "");
  const colour = found?.colour ?? lead.colour;
  const record = (body: Omit<Partial<LeadFound>, "off" | "at"> & { readonly state: "off" | "on" }) => {
    setAsking(false);
    return dispatch({ do: "record", drafts: [{ kind: "lead", body: { at: lead.at, ...body } }] });
  };
  const off = found?.off ?? false;
  const burnt = found?.condition === "burnt" && found.mended === undefined;
  const name = `${colour} ${lead.mark} of the ${part.name.toLowerCase()}`;
  return (
    <li data-bad={burnt} aria-label={`Wire ${name}`}>
      <WireGlyph colour={colour} />
      <span>
        <b>
          {COLOURS[colour]} {colour}
          {burnt && ": burnt"}
          {found?.condition === "loose" && ": loose"}
        </b>
        <small>
          {capital(part.name)}, {lead.connector}
          {off ? " · off" : found?.moved ? " · moved" : ""}
          {found?.mended && ` · ${found.mended}`}
        </small>
      </span>
      <strong>{found?.mark ?? lead.mark}</strong>
      {isDead && (
        <span className={`${form.row} ${styles.wide}`}>
          {off ? (
            <Button aria-label={`${name}: back on`} onClick={() => record({ state: "on" })}>
              Back on
            </Button>
          ) : (
            <Button
              aria-label={`${name}: ${moving ? "moved" : "off"}`}
              onClick={() => record(moving ? { state: "on", moved: true } : { state: "off" })}
            >
              {moving ? "Moved to the new part" : "Mark removed"}
            </Button>
          )}
          {burnt ? (
            <Button aria-label={`${name}: replaced`} onClick={() => record({ state: off ? "off" : "on", mended: "replaced" })}>
              Cut back, new terminal
            </Button>
          ) : (
            <Button look="quiet" aria-label={`${name}: terminal condition`} aria-expanded={asking} onClick={() => setAsking(!asking)}>
              Terminal condition…
            </Button>
          )}
          {asking &&
            (["good", "loose", "burnt"] as const).map((condition) => (
              <Button key={condition} aria-label={`${name}: ${condition}`} onClick={() => record({ state: off ? "off" : "on", condition })}>
                {capital(condition)}
              </Button>
            ))}
        </span>
      )}
    </li>
  );
}

/** Colours of insulation, as they look; their letters say the same. */
const SEEN: Record<ColourLetters, string> = {
  BK: "#202020",
  BN: "#7a4a21",
  RD: "#b3261e",
  OG: "#d97a1b",
  YE: "#e2c022",
  GN: "#2c7d3a",
  BU: "#2456a6",
  VT: "#6d3f97",
  GY: "#8b9196",
  WH: "#f5f3ec",
  PK: "#dd8fa8",
  GNYE: "#2c7d3a",
};

const WireGlyph = ({ colour }: { readonly colour: ColourLetters }) => (
  <svg viewBox="0 0 44 20" aria-hidden="true">
    <path d="M1 6H30V14H1Z" fill={SEEN[colour]} stroke="var(--ink)" strokeWidth="1.5" />
    {colour === "GNYE" && <path d="M1 9H30V11.5H1Z" fill="#e2c022" />}
    <path d="M30 4H42V16H30Z" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
  </svg>
);
