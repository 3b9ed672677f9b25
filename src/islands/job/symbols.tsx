import type { Part } from "../../core/machine/schema";

/** Half the width that a symbol takes out of its wire. */
export const HALF = 24;

/** Standard circuit symbols (IEC 60617), drawn round the origin on a horizontal wire from −HALF to HALF. */
export function PartSymbol({ part, closed }: { readonly part: Part; readonly closed: boolean }) {
  switch (part.kind) {
    case "switch":
    case "timer-contact":
      return <Contact closed={closed} />;
    case "centrifugal-contact":
      return (
        <Contact closed={closed}>
          <text x="-15" y="-6" textAnchor="middle" className="sym-letter">
            n
          </text>
        </Contact>
      );
    case "relay":
      return (
        <Contact closed={closed}>
          <path d="M-18 -14H-6V-6H-18Z" />
        </Contact>
      );
    case "capacitor":
      return <path d={`M${-HALF} 0H-4M-4 -11V11M4 -11V11M4 0H${HALF}`} />;
    case "thermistor":
      return <Box inside="M-15 13H-9L11 -13" />;
    case "moisture-bars":
      return <path d={`M${-HALF} 0H-7M-7 -10V10M7 -10V10M7 0H${HALF}M-2 -6L2 -2M-2 2L2 6`} />;
    case "board":
      return (
        <>
          <path d={`M${-HALF} 0H-20M20 0H${HALF}`} />
          <rect x="-20" y="-13" width="40" height="26" rx="2" className="sym-fill" />
          <path d="M-12 -5H12M-12 1H6M-12 7H9" />
        </>
      );
    case "thermostat":
    case "radiant-sensor":
      return (
        <Contact closed={closed}>
          <text x="-14" y="-7" textAnchor="middle" className="sym-letter">
            ϑ
          </text>
        </Contact>
      );
    case "fuse":
      return (
        <>
          <path d={`M${-HALF} 0H${HALF}`} />
          <rect x="-18" y="-7" width="36" height="14" className="sym-open" />
        </>
      );
    case "element":
      return <Box inside="M-10 -8V8M0 -8V8M10 -8V8" />;
    case "resistor":
      return part.role === "lamp" ? (
        <>
          <path d={`M${-HALF} 0H-12M12 0H${HALF}`} />
          <circle r="12" className="sym-fill" />
          <path d="M-8.5 -8.5L8.5 8.5M-8.5 8.5L8.5 -8.5" />
        </>
      ) : part.role === "timer-motor" || part.role === "pump" ? (
        <Round letter="M" />
      ) : (
        <Box />
      );
    case "motor":
      return <Round letter="M" />;
    case "supply":
      return <Round letter="~" />;
    case "coil":
      return <Box inside="M-8 8L4 -8" />;
    case "igniter":
      return <Box inside="M-14 5L-7 -5L0 5L7 -5L14 5" />;
    case "conductor":
      return (
        <>
          <path d={`M${-HALF} 0H${HALF}`} />
          <path d="M-9 -6H9M-9 6H9" />
        </>
      );
    default:
      return <path d={`M${-HALF} 0H${HALF}`} />;
  }
}

function Contact({ closed, children }: { readonly closed: boolean; readonly children?: React.ReactNode }) {
  return (
    <>
      <path d={closed ? `M${-HALF} 0H-12L12 -1M12 -6V0H${HALF}` : `M${-HALF} 0H-12L11 -12M12 0H${HALF}`} />
      {children}
    </>
  );
}

/** A resistance, with the mark that tells which sort. */
function Box({ inside }: { readonly inside?: string }) {
  return (
    <>
      <path d={`M${-HALF} 0H-20M20 0H${HALF}`} />
      <rect x="-20" y="-8" width="40" height="16" className="sym-fill" />
      {inside && <path d={inside} />}
    </>
  );
}

function Round({ letter }: { readonly letter: string }) {
  return (
    <>
      <path d={`M${-HALF} 0H-15M15 0H${HALF}`} />
      <circle r="15" className="sym-fill" />
      <text y="6" textAnchor="middle" className="sym-letter">
        {letter}
      </text>
    </>
  );
}
