/** Path of the browser that tests drive. */
export declare const chromiumPath: () => string
export declare const installChromium: () => void
