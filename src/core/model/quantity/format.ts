import { celsiusToFahrenheit, UNIT_SYMBOL, type Unit } from "./quantity";

interface DisplayUnits {
  readonly temperature: "C" | "F";
}

const DEFAULT_UNITS: DisplayUnits = { temperature: "C" };

export function formatValue(value: number, unit: Unit, units: DisplayUnits = DEFAULT_UNITS): string {
  if (!Number.isFinite(value)) return "OL";
  switch (unit) {
    case "ohm":
      return formatOhms(value);
    case "celsius":
      return units.temperature === "F" ? `${celsiusToFahrenheit(value).toFixed(0)} °F` : `${value.toFixed(0)} °C`;
    case "pascal":
      return `${value.toFixed(0)} Pa`;
    case "farad":
      return `${significant(value * 1e6)} µF`;
    case "metre-per-second":
      return `${value.toFixed(1)} m/s`;
    case "second":
      return value >= 120 ? `${trimZeros((value / 60).toFixed(1))} min` : `${value.toFixed(0)} s`;
    case "watt":
      return Math.abs(value) >= 1000 ? `${significant(value / 1000)} kW` : `${value.toFixed(Math.abs(value) < 10 ? 1 : 0)} W`;
    case "volt":
      return `${Math.abs(value) < 10 ? value.toFixed(1) : value.toFixed(0)} V`;
    case "amp":
      return `${Math.abs(value) < 10 ? value.toFixed(2) : value.toFixed(1)} ${UNIT_SYMBOL.amp}`;
  }
}

function formatOhms(ohms: number): string {
  if (ohms >= 1e6) return `${significant(ohms / 1e6)} MΩ`;
  if (ohms >= 1000) return `${significant(ohms / 1000)} kΩ`;
  if (ohms >= 100) return `${ohms.toFixed(0)} Ω`;
  return `${ohms.toFixed(1)} Ω`;
}

const significant = (x: number): string => (Math.abs(x) >= 100 ? x.toFixed(0) : Math.abs(x) >= 10 ? x.toFixed(1) : x.toFixed(2));
const trimZeros = (text: string): string => text.replace(/\.0$/, "");
