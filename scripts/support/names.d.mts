export declare const NAMES: Record<string, string>
