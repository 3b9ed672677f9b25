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
      ) : part.role === "timer-motor" ? (
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
