export { readBook, type Book, type BookOptions } from './book.js';
export { BookError, type BookFault } from './fault.js';
export { ENCODINGS, isEncoding, type Encoding } from './encoding.js';
export { DELIMITERS, delimiterOf, type Delimiter } from './delimiter.js';
