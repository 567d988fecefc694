package exactum.app.frame;

/**
 * A sentence that answers a person who cannot have what they asked for.
 *
 * @param field the field of a form that it is about, or null
 */
record Said(String code, String sentence, String field) {}
