package yondershelf.app.shelf;

import java.util.ArrayList;
import java.util.List;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.PauseTransition;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.scene.image.Image;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Background;
import yondershelf.app.model.Images;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Contents;
import yondershelf.content.Picture;
import yondershelf.library.Asset;
import yondershelf.words.Phrase;
import yondershelf.work.Job;
import yondershelf.work.Work;

/**
 * Plays what moves on its tile while the mouse is over it or it is the one that is chosen. Of long ones every so-manieth picture is
 * read, so that all of it is seen and memory is bounded; it begins with the first few.
 */
final class FramePlayer {
    private static final int MOST = 48;
    private static final int SIZE = 192;
    private static final double RATE = 24;
    private static final int ENOUGH = 4;

    private final Catalogue catalogue;
    private final Background background;
    /** Somebody who only passes by wants nothing read. */
    private final PauseTransition stay = new PauseTransition(Duration.millis(180));

    private final Timeline clock = new Timeline();
    private final List<Image> frames = new ArrayList<>();
    private @Nullable Tile tile;
    private @Nullable Asset asset;
    private @Nullable Job<Boolean> job;
    private int next;

    FramePlayer(Catalogue catalogue, Background background) {
        this.catalogue = catalogue;
        this.background = background;
        clock.setCycleCount(Animation.INDEFINITE);
        stay.setOnFinished(e -> read());
    }

    /** The mouse came over a tile, or its thing was chosen. */
    void begin(Tile on) {
        Asset thing = on.asset();
        if (on == tile && thing != null && thing.equals(asset)) {
            return;
        }
        end();
        if (thing != null && contents().previews().frames(thing) > 1) {
            tile = on;
            asset = thing;
            stay.playFromStart();
        }
    }

    /** The mouse left a tile. */
    void end(Tile on) {
        if (on == tile) {
            end();
        }
    }

    private void end() {
        stay.stop();
        clock.stop();
        Job<Boolean> reading = job;
        if (reading != null) {
            reading.cancel();
        }
        if (tile != null) {
            tile.still();
        }
        tile = null;
        asset = null;
        job = null;
        frames.clear();
        next = 0;
    }

    private Contents contents() {
        return catalogue.contents();
    }

    private void read() {
        Asset thing = asset;
        if (thing != null) {
            job = background.quietly(
                    Phrase.of("shelf.reading-what-moves", thing.name()), work -> read(thing, work), all -> {});
        }
    }

    private boolean read(Asset thing, Work work) throws yondershelf.content.ProblemException {
        int count = contents().previews().frames(thing);
        int shown = Math.min(count, MOST);
        for (int i = 0; i < shown && !work.isCancelled(); i++) {
            Picture picture = contents().previews().frame(thing, (int) ((long) i * count / shown), SIZE);
            if (picture != null) {
                Image image = Images.of(picture);
                Platform.runLater(() -> came(thing, image, count / (double) shown));
            }
        }
        return true;
    }

    /** @param step how many pictures each one stands for */
    private void came(Asset thing, Image image, double step) {
        if (!thing.equals(asset)) {
            return;
        }
        frames.add(image);
        if (frames.size() == ENOUGH) {
            clock.getKeyFrames().setAll(new KeyFrame(Duration.seconds(step / RATE), e -> step()));
            clock.playFromStart();
        }
    }

    private void step() {
        Tile on = tile;
        if (on == null || !on.isVisible() || asset == null || !asset.equals(on.asset())) {
            // it is used for another thing by now
            end();
            return;
        }
        next = (next + 1) % frames.size();
        on.play(frames.get(next));
    }

    /** True while something moves. */
    boolean isPlaying() {
        return clock.getStatus() == Animation.Status.RUNNING;
    }
}
