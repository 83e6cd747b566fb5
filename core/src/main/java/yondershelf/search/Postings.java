package yondershelf.search;

import java.util.Arrays;

/**
 * Which documents hold a word. Most words are rare, so they lie one after the other in one array, by word; what was added
 * since is a plain log that is looked through whole, and sorted in when it has grown.
 */
final class Postings {
    /** The word stands in the document's name. */
    static final int IN_NAME = 1 << 31;
    /** The name begins with it. */
    static final int FIRST = 1 << 30;

    static final int DOCUMENT = FIRST - 1;

    private static final int MOST_LOG = 1 << 16;

    private int[] starts;
    private int[] postings;
    private final Ints logWords = new Ints();
    private final Ints logPostings = new Ints();

    Postings() {
        this(new int[1], new int[0]);
    }

    Postings(int[] starts, int[] postings) {
        this.starts = starts;
        this.postings = postings;
    }

    /** @param posting the document, with {@link #IN_NAME} and {@link #FIRST} where they hold */
    void add(int word, int posting) {
        logWords.add(word);
        logPostings.add(posting);
    }

    /** Sorts the log in, when it is long. */
    void settleIfLong(int words) {
        if (logWords.size() > MOST_LOG + postings.length / 8) {
            settle(words);
        }
    }

    /** Sorts the log in. */
    void settle(int words) {
        int[] count = new int[words + 1];
        for (int w = 0; w + 1 < starts.length; w++) {
            count[w + 1] = starts[w + 1] - starts[w];
        }
        for (int i = 0; i < logWords.size(); i++) {
            count[logWords.get(i) + 1]++;
        }
        for (int w = 0; w < words; w++) {
            count[w + 1] += count[w];
        }
        int[] all = new int[count[words]];
        int[] next = Arrays.copyOf(count, words);
        for (int w = 0; w + 1 < starts.length; w++) {
            int many = starts[w + 1] - starts[w];
            System.arraycopy(postings, starts[w], all, next[w], many);
            next[w] += many;
        }
        for (int i = 0; i < logWords.size(); i++) {
            all[next[logWords.get(i)]++] = logPostings.get(i);
        }
        starts = count;
        postings = all;
        logWords.clear();
        logPostings.clear();
    }

    /**
     * Marks the documents of words.
     *
     * @param words 0 for a word that is not looked for, 1 for one that holds what is, 2 for one that begins with it
     * @param any gets every document of a marked word
     * @param first gets those whose name begins with it
     * @param inName gets those with a word in their name that begins with it
     */
    void mark(byte[] words, int[] marked, int many, long[] any, long[] first, long[] inName) {
        for (int i = 0; i < many; i++) {
            int word = marked[i];
            if (word + 1 >= starts.length) {
                continue;
            }
            boolean begins = words[word] == 2;
            for (int p = starts[word]; p < starts[word + 1]; p++) {
                mark(postings[p], begins, any, first, inName);
            }
        }
        for (int i = 0; i < logWords.size(); i++) {
            byte mark = words[logWords.get(i)];
            if (mark != 0) {
                mark(logPostings.get(i), mark == 2, any, first, inName);
            }
        }
    }

    private static void mark(int posting, boolean begins, long[] any, long[] first, long[] inName) {
        int document = posting & DOCUMENT;
        any[document >>> 6] |= 1L << document;
        if (begins && posting < 0) {
            inName[document >>> 6] |= 1L << document;
            if ((posting & FIRST) != 0) {
                first[document >>> 6] |= 1L << document;
            }
        }
    }

    int[] starts() {
        return starts;
    }

    int[] postings() {
        return postings;
    }
}
