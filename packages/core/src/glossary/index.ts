export { GLOSSARY, searchGlossary, type TradeTerm } from './terms';
