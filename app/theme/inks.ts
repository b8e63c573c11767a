/** A colour of tokens.css, which tells day and night watch apart. */
export const token = (name: string) => `var(--${name})`

/** The same by day and by night: the tokens know the difference. */
export const always = <T>(inks: T) => ({ light: inks, dark: inks })
