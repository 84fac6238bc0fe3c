import { MOST_LEVELS, type Uniforms } from './Stage';

/** How a picture is drawn. Another look is one more of these. */
export interface Look {
  /** Whether it shows values rather than things as they are lit. */
  readonly values: boolean;
  /** Sets what every material reads. */
  apply(uniforms: Uniforms): void;
}

/** Everything as the sun and the sky light it. */
export const DAYLIGHT: Look = {
  values: false,
  apply: (uniforms) => {
    uniforms.uValuesShown.value = 0;
  },
};

export const STYLES = ['grey', 'colour', 'bands'] as const;

/**
 * The shown values: in grey, in colour, or in bands with a line at each level.
 *
 * @param levels 0..1 of the scale; @param signed whether they run both ways from 0
 */
export function valuesLook(style: (typeof STYLES)[number], levels: number[], signed: boolean): Look {
  const shown = levels.slice(0, MOST_LEVELS);
  return {
    values: true,
    apply: (uniforms) => {
      uniforms.uValuesShown.value = 1;
      uniforms.uSigned.value = signed ? 1 : 0;
      uniforms.uLook.value.set(STYLES.indexOf(style), shown.length);
      shown.forEach((level, i) => (uniforms.uLevels.value[i] = level));
    },
  };
}
