export { GLOSSARY, searchGlossary, type TradeTerm } from './terms';
export * from './here';
