export function documents(): string[];
export function examplesIn(text: string): { words: string; output: string }[];
export function replaceExamples(text: string, outputOfWords: (words: string) => string): string;
export function outputOf(words: string): string;
