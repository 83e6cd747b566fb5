/**
 * What all readers share: {@link yondershelf.format.reading.FileType} tells files apart by name and first bytes (PRONOM),
 * {@link yondershelf.format.reading.ContentReader} is how the other rooms read, {@link yondershelf.format.reading.ModelFormat} and
 * {@link yondershelf.format.reading.PictureFormat} are what each format is to those who call it.
 */
@NullMarked
package yondershelf.format.reading;

import org.jspecify.annotations.NullMarked;
