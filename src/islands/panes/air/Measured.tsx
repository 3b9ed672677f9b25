import type { AirMeasured, FlowEstimate } from "../../../core/model/air/estimates";
import { AIR_RANGES, LEAST_RISE_K } from "../../../core/model/air/ranges";
import { fahrenheitRise } from "../../../core/model/quantity/format";
import { PASCAL_PER_INCH_OF_WATER } from "../../../core/model/quantity/quantity";
import { FROM_SAYS, flowSays } from "../../../core/speech/words/bench/air";
import styles from "../../../ui/Calculator.module.css";
import { NumberField } from "../../../ui/NumberField";

/** Holds what was typed of the air, each thing by itself; SI but for the heat's share of the time, %. */
export interface AirTyped {
  readonly backPressure?: number | undefined;
  readonly speeds?: readonly (number | undefined)[] | undefined;
  readonly openingCm2?: number | undefined;
  readonly roomC?: number | undefined;
  readonly exhaustC?: number | undefined;
  readonly watts?: number | undefined;
  readonly dutyPercent?: number | undefined;
  readonly open?: number | undefined;
  readonly of?: number | undefined;
}

/** Power as rated to so much, as 1 σ (est.). */
const WATTS_WITHIN = 0.05;
const POINTS = 3;

/** Gives what of it can be reckoned with, and why something can't. */
export function measuredFrom(t: AirTyped): { readonly measured: AirMeasured; readonly amiss: string | undefined } {
  const speeds = (t.speeds ?? []).flatMap((s) => s ?? []);
  const rise = t.roomC !== undefined && t.exhaustC !== undefined ? t.exhaustC - t.roomC : undefined;
  const louvres = t.open !== undefined && t.of !== undefined ? { open: t.open, of: t.of } : undefined;
  const amiss =
    rise !== undefined && rise < LEAST_RISE_K
      ? `Rise is only ${fahrenheitRise(rise)}; flow needs ${fahrenheitRise(LEAST_RISE_K)} or more. Run it empty until hot, then read again.`
      : louvres && (louvres.of < 1 || louvres.open > louvres.of)
        ? `${louvres.open} of ${louvres.of} louvers can't be open. Enter no more than there are.`
        : undefined;
  return {
    measured: {
      ...(t.backPressure !== undefined && { backPressure: t.backPressure }),
      ...(speeds.length > 0 && t.openingCm2 !== undefined && { hood: { speeds, areaM2: t.openingCm2 / 1e4 } }),
      ...(rise !== undefined &&
        rise >= LEAST_RISE_K &&
        t.watts !== undefined && {
          rise: {
            roomC: t.roomC ?? 0,
            exhaustC: t.exhaustC ?? 0,
            watts: (t.watts * (t.dutyPercent ?? 100)) / 100,
            wattsSigma: WATTS_WITHIN * t.watts,
          },
        }),
      ...(louvres && louvres.of >= 1 && louvres.open <= louvres.of && { louvres }),
    },
    amiss,
  };
}

interface Props {
  readonly typed: AirTyped;
  readonly onType: (typed: AirTyped) => void;
  readonly estimates: readonly FlowEstimate[];
  readonly amiss: string | undefined;
}

/** Whichever was measured, with the flow that each comes to. */
export function Measured({ typed, onType, estimates, amiss }: Props) {
  const set = (part: AirTyped) => onType({ ...typed, ...part });
  const speeds = typed.speeds ?? [];
  const says = (by: FlowEstimate["by"]) => {
    const found = estimates.find((e) => e.by === by);
    return found ? `${FROM_SAYS[by]}: ${flowSays(found)}` : FROM_SAYS[by];
  };
  return (
    <section aria-label="What was measured" className={styles.board}>
      <h3>What was measured</h3>
      <fieldset className={styles.fields}>
        <legend className={styles.note}>{says("backPressure")}, blower on, at the machine’s outlet</legend>
        <NumberField
          label="Back pressure"
          range={AIR_RANGES.backPressure}
          value={typed.backPressure === undefined ? undefined : typed.backPressure / PASCAL_PER_INCH_OF_WATER}
          onChange={(v) => set({ backPressure: v === undefined ? undefined : v * PASCAL_PER_INCH_OF_WATER })}
        />
      </fieldset>
      <fieldset className={styles.fields}>
        <legend className={styles.note}>{says("rise")}, empty and warmed through</legend>
        <NumberField label="Room" range={AIR_RANGES.room} value={typed.roomC} onChange={(roomC) => set({ roomC })} />
        <NumberField label="Exhaust, mean" range={AIR_RANGES.exhaust} value={typed.exhaustC} onChange={(exhaustC) => set({ exhaustC })} />
        <NumberField label="Heat" range={AIR_RANGES.watts} value={typed.watts} onChange={(watts) => set({ watts })} />
        <NumberField
          label="Heats of the time"
          range={AIR_RANGES.duty}
          value={typed.dutyPercent}
          onChange={(dutyPercent) => set({ dutyPercent })}
        />
      </fieldset>
      <fieldset className={styles.fields}>
        <legend className={styles.note}>{says("hood")}, at some points of its opening</legend>
        {Array.from({ length: POINTS }, (_, i) => (
          <NumberField
            // biome-ignore lint/suspicious/noArrayIndexKey: points are their places
            key={i}
            label={`Point ${i + 1}`}
            range={AIR_RANGES.speed}
            value={speeds[i]}
            onChange={(v) => set({ speeds: Array.from({ length: POINTS }, (_x, k) => (k === i ? v : speeds[k])) })}
          />
        ))}
        <NumberField label="Opening" range={AIR_RANGES.opening} value={typed.openingCm2} onChange={(openingCm2) => set({ openingCm2 })} />
      </fieldset>
      <fieldset className={styles.fields}>
        <legend className={styles.note}>{says("louvres")}</legend>
        <NumberField label="Open" range={AIR_RANGES.louvres} value={typed.open} onChange={(open) => set({ open })} />
        <NumberField label="In all" range={AIR_RANGES.louvres} value={typed.of} onChange={(of) => set({ of })} />
      </fieldset>
      {amiss && (
        <p role="alert" className={styles.alert}>
          {amiss}
        </p>
      )}
    </section>
  );
}
