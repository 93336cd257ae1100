// The host's own, so that places and light are the same to the last bit. The file's name is the module's.
export declare function atan2(y: f64, x: f64): f64
export declare function pow(base: f64, exponent: f64): f64
