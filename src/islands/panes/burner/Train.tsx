import { FUELS, type Gas } from "../../../core/model/burner/gas";
import styles from "./Burner.module.css";

/** The way of the gas: cock, union, valve with its coils and regulator, pressure tap, orifice, burner, sensor, igniter. */
export function Train({ gas }: { readonly gas: Gas }) {
  return (
    <svg viewBox="0 0 820 150" className={styles.train} role="img" aria-label="The burner, from the gas shutoff to the flame">
      <g stroke="var(--ink)" strokeWidth={2.5} fill="none">
        <path d="M8 60v56M8 78h150M8 98h150" />
        <path d="M20 88h34M44 80l12 8-12 8" />
        <path d="M66 74l32 28V74L66 102zM82 88V62M70 62h24" fill="var(--paper)" />
        <path d="M118 72v32M125 72v32M132 72v32" />
        <rect x={158} y={58} width={168} height={66} rx={8} fill="var(--paper)" />
        <path d="M176 78l24 22V78l-24 22zM284 78l24 22V78l-24 22z" />
        <path d="M188 78V44M296 78V44" />
        <rect x={174} y={26} width={28} height={18} />
        <rect x={282} y={26} width={28} height={18} />
        <path d="M232 58V24h22v34M236 30l14 5-14 5 14 5-14 5" />
        <path d="M326 78h74M326 98h74M352 78V60h20v18" />
        <path d="M400 70h24l18 12v12l-18 12h-24z" fill="var(--paper)" />
        <path d="M442 88h40M470 80l12 8-12 8" />
        <path
          d="M480 62c26 8 30 14 54 14h100c20 0 44-10 78-10 24 0 44 10 62 22-18 12-38 22-62 22-34 0-58-10-78-10H534c-24 0-28 6-54 14"
          fill="var(--paper)"
        />
        <path d="M650 78c30-6 80-4 110 10-30 14-80 16-110 10 16-6 16-14 0-20z" fill="var(--action-soft)" />
        <rect x={574} y={48} width={28} height={14} />
        <path d="M588 62v14" />
        <path d="M560 128h14l6-10 8 20 8-20 8 20 8-20 6 10h14" />
      </g>
      <text x={82} y={50} textAnchor="middle">
        gas shutoff
      </text>
      <text x={125} y={126} textAnchor="middle">
        union
      </text>
      <text x={188} y={18} textAnchor="middle">
        hold, boost
      </text>
      <text x={243} y={18} textAnchor="middle">
        spring
      </text>
      <text x={296} y={18} textAnchor="middle">
        main
      </text>
      <text x={362} y={52} textAnchor="middle">
        tap
      </text>
      <text x={420} y={130} textAnchor="middle">
        orifice
      </text>
      <text x={588} y={40} textAnchor="middle">
        sensor
      </text>
      <text x={640} y={142}>
        igniter
      </text>
      <text x={10} y={136}>
        {FUELS[gas].name}
      </text>
    </svg>
  );
}
