import type { Schema } from '../api/client';

type Units = {
  unit: Schema['MassUnit'];
  temperatureUnit: Schema['TemperatureUnit'];
  lengthUnit: Schema['LengthUnit'];
  currency: string;
};

const currencies: Record<string, string> = {
  US: 'USD',
  CA: 'CAD',
  GB: 'GBP',
  AU: 'AUD',
  NZ: 'NZD',
  NO: 'NOK',
  SE: 'SEK',
  DK: 'DKK',
  FO: 'DKK',
  GL: 'DKK',
  IS: 'ISK',
  CH: 'CHF',
  JP: 'JPY',
  PL: 'PLN',
  CZ: 'CZK',
  HU: 'HUF',
  ZA: 'ZAR',
};

/** What people count in where a browser's language is spoken, as a first guess: `en-US`, `nb-NO`. */
export function guessUnits(language: string): Units {
  const region = language.split('-').at(-1)!.toUpperCase();
  const american = region === 'US';
  return {
    unit: american ? 'ounce' : 'gram',
    temperatureUnit: american ? 'fahrenheit' : 'celsius',
    lengthUnit: american ? 'inch' : 'centimetre',
    currency: currencies[region] ?? 'EUR',
  };
}
