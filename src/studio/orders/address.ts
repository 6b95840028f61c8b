import { getAlpha2Code, getNames, registerLocale } from 'i18n-iso-countries';
import english from 'i18n-iso-countries/langs/en.json';
import { formatAddress } from 'localized-address-format';

registerLocale(english);

/** The countries of the world by their usual English names, in their order. */
export const countryNames = (): string[] =>
  Object.values(getNames('en')).sort((a, b) => a.localeCompare(b, 'en'));

const codes = new Map<string, string | undefined>();

/** The code of a country by its English name; looked up once, for a list has thousands of lines of few countries. */
function codeOf(country: string): string | undefined {
  if (!codes.has(country)) codes.set(country, getAlpha2Code(country, 'en'));
  return codes.get(country);
}

/** An address in its parts, as forms and lists have it. */
export type AddressParts = {
  address: readonly string[];
  postcode: string;
  town: string;
  country: string;
};

/**
 * The lines of an address in the order its country writes them, without the country. Where nobody knows the country's way, postcode and
 * town stand in one line at the end.
 */
export function addressLines({ address, postcode, town, country }: AddressParts): string[] {
  const plain = [...address, [postcode, town].filter(Boolean).join(' ')].filter(Boolean);
  if (!postcode && !town) return plain;
  const code = codeOf(country);
  if (!code) return plain;
  const lines = formatAddress({
    postalCountry: code,
    addressLines: [...address],
    locality: town || undefined,
    postalCode: postcode || undefined,
  });
  // Some countries' ways leave a town out: nothing that was written is lost over it.
  const isWhole = [...address, postcode, town].every((part) => lines.join('\n').includes(part));
  return isWhole ? lines : plain;
}
