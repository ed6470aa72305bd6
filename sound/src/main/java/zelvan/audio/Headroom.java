package zelvan.audio;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import zelvan.units.Clock;
import zelvan.units.Decibels;

/// Keeps a sound within what integer samples can hold: what would be cut off is lowered as a whole,
/// and said.
public final class Headroom {
    /// The highest sample of what is lowered, so that rounding does not cut it off after all.
    private static final double HIGHEST_DECIBELS = -0.1;

    /// What lies this close together is one place.
    private static final double SAME_PLACE_SECONDS = 0.25;

    private static final int MOST_PLACES_NAMED = 3;

    private Headroom() {}

    /// A sound that fits.
    ///
    /// @param loweredDecibels by how much it was lowered, 0 if it was not
    /// @param placesSeconds where it would have been cut off, in order
    public record Fitted(Sound sound, double loweredDecibels, List<Double> placesSeconds) {
        public Fitted {
            placesSeconds = List.copyOf(placesSeconds);
        }

        /// What the user is told; empty if nothing was done.
        public String words() {
            return placesSeconds.isEmpty()
                    ? ""
                    : String.format(
                            Locale.ROOT,
                            "lowered by %.1f dB, or it would have been cut off at %s",
                            loweredDecibels,
                            Headroom.words(placesSeconds));
        }
    }

    /// The first of some places, and how many more there are.
    public static String words(List<Double> placesSeconds) {
        int more = placesSeconds.size() - MOST_PLACES_NAMED;
        return placesSeconds.stream()
                        .limit(MOST_PLACES_NAMED)
                        .map(place -> Clock.text(place, 2))
                        .collect(Collectors.joining(", "))
                + (more > 0 ? " and " + more + " more places" : "");
    }

    /// @param format that it is to be written in; floating point holds everything
    public static Fitted fit(Sound sound, SoundFormat format) {
        if (format.floatingPoint()) {
            return new Fitted(sound, 0, List.of());
        }
        List<Double> places = places(sound, 1);
        if (places.isEmpty()) {
            return new Fitted(sound, 0, places);
        }
        double lowered = Decibels.ofAmplitude(peak(sound)) - HIGHEST_DECIBELS;
        return new Fitted(sound.times((float) Decibels.toAmplitude(-lowered)), lowered, places);
    }

    /// Where samples are higher than a bound, each place once, in order.
    ///
    /// @param bound 1 is full scale
    public static List<Double> places(Sound sound, double bound) {
        float[] highest = highest(sound);
        List<Double> places = new ArrayList<>();
        double last = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < highest.length; i++) {
            if (highest[i] > bound) {
                double seconds = (double) i / sound.sampleRateHertz();
                if (seconds - last > SAME_PLACE_SECONDS) {
                    places.add(seconds);
                }
                last = seconds;
            }
        }
        return places;
    }

    /// The highest sample of all channels, 1 being full scale.
    public static double peak(Sound sound) {
        float peak = 0;
        for (float sample : highest(sound)) {
            peak = Math.max(peak, sample);
        }
        return peak;
    }

    /// The greatest size in each frame.
    private static float[] highest(Sound sound) {
        float[] highest = new float[sound.frames()];
        for (int c = 0; c < sound.channelCount(); c++) {
            float[] samples = sound.channel(c);
            for (int i = 0; i < samples.length; i++) {
                highest[i] = Math.max(highest[i], Math.abs(samples[i]));
            }
        }
        return highest;
    }
}
