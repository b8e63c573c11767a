/** The terms by which texts are compared; apart from what compares them, since stems of many languages weigh much. */
export { codeOf, languageOf, MOST_TERMS, termsIn, tokensIn } from './terms'
