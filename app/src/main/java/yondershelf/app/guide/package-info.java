/** The guide in the program: pages of a small part of CommonMark (headings, paragraphs, lists, pictures, bold and code), searchable. */
@org.jspecify.annotations.NullMarked
package yondershelf.app.guide;
