package yondershelf.app.guide;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.commonmark.node.Code;
import org.commonmark.node.HardLineBreak;
import org.commonmark.node.Heading;
import org.commonmark.node.Image;
import org.commonmark.node.ListBlock;
import org.commonmark.node.Node;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.StrongEmphasis;
import org.commonmark.node.Text;
import org.commonmark.parser.Parser;

/**
 * One page of the guide.
 *
 * @param title its first heading
 * @param blocks what follows, top to bottom
 */
record GuidePage(String title, List<Block> blocks) {
    private static final Parser PARSER = Parser.builder().build();

    /** A piece of a page. */
    sealed interface Block {
        /** Its words, without marks, for searching. */
        String words();

        /** @param item true for a line of a list */
        record Words(List<Span> spans, boolean item) implements Block {
            @Override
            public String words() {
                return String.join("", spans.stream().map(Span::text).toList());
            }
        }

        /** @param file name of the picture, without its folder */
        record Shot(String words, String file) implements Block {}
    }

    /** How words are set. */
    enum Style {
        PLAIN,
        STRONG,
        CODE
    }

    record Span(String text, Style style) {}

    GuidePage {
        blocks = List.copyOf(blocks);
    }

    /** Reads a page in CommonMark; of it headings, paragraphs, lists, pictures, strong and code are shown. */
    static GuidePage parse(String source) {
        String title = "";
        List<Block> blocks = new ArrayList<>();
        for (Node node = PARSER.parse(source).getFirstChild(); node != null; node = node.getNext()) {
            if (node instanceof Heading && title.isEmpty()) {
                title = words(node);
            } else if (node instanceof ListBlock list) {
                for (Node item = list.getFirstChild(); item != null; item = item.getNext()) {
                    for (Node part = item.getFirstChild(); part != null; part = part.getNext()) {
                        blocks.add(new Block.Words(spans(part), true));
                    }
                }
            } else if (node.getFirstChild() instanceof Image image && image.getNext() == null) {
                String file = image.getDestination();
                blocks.add(new Block.Shot(words(image), file.substring(file.lastIndexOf('/') + 1)));
            } else {
                blocks.add(new Block.Words(spans(node), false));
            }
        }
        return new GuidePage(title, blocks);
    }

    private static String words(Node node) {
        return String.join("", spans(node).stream().map(Span::text).toList());
    }

    private static List<Span> spans(Node node) {
        List<Span> out = new ArrayList<>();
        collect(node, Style.PLAIN, out);
        return out;
    }

    private static void collect(Node node, Style style, List<Span> out) {
        for (Node each = node.getFirstChild(); each != null; each = each.getNext()) {
            switch (each) {
                case Text text -> add(out, text.getLiteral(), style);
                case Code code -> add(out, code.getLiteral(), Style.CODE);
                case SoftLineBreak _, HardLineBreak _ -> add(out, " ", style);
                case StrongEmphasis strong -> collect(strong, Style.STRONG, out);
                default -> collect(each, style, out);
            }
        }
    }

    /** Joined with what is before it when that is set alike. */
    private static void add(List<Span> out, String text, Style style) {
        int last = out.size() - 1;
        if (last >= 0 && out.get(last).style == style) {
            out.set(last, new Span(out.get(last).text + text, style));
        } else {
            out.add(new Span(text, style));
        }
    }

    /** True when the page, or its title, has all the words. */
    boolean has(String wanted) {
        return isIn(title, wanted) || blocks.stream().anyMatch(b -> isIn(b.words(), wanted));
    }

    /** True when a text has all the words, in any order. */
    static boolean isIn(String block, String wanted) {
        String where = block.toLowerCase(Locale.ROOT);
        for (String word : wanted.toLowerCase(Locale.ROOT).strip().split("\\s+")) {
            if (!where.contains(word)) {
                return false;
            }
        }
        return true;
    }
}
