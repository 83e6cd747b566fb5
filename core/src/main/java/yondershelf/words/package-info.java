/**
 * Every word a person reads, in the person's language: phrases by key out of one resource bundle, filled in by {@link
 * java.text.MessageFormat}. Base language is English; see {@code phrases.properties} for how a phrase is written.
 */
@NullMarked
package yondershelf.words;

import org.jspecify.annotations.NullMarked;
