/** Names how books are made: kept ones of another name are made anew. To be counted on whenever a flow is told otherwise. */
export const BOOKS_BY = "books-4";
