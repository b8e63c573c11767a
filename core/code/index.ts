/** Codes that people read out, copy and type. */
export { bytesOfCode, EVEN_BYTES, plainCode, readPlainCode } from './code'
