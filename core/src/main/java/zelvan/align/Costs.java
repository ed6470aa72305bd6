package zelvan.align;

/// What a way through two voices costs, row by row of the guide and of the voice.
interface Costs {
    /// More than any way that is possible.
    double FORBIDDEN = 1e9;

    int guideRows();

    int voiceRows();

    /// Of two rows belonging together: 0 if they are the same, about 1 if they have nothing in
    /// common.
    double match(int i, int j);

    /// The same of a row of the guide and several of the voice.
    ///
    /// @param from first row of the voice
    /// @param to row after the last
    /// @param into takes the costs, from `at` on
    default void match(int i, int from, int to, double[] into, int at) {
        for (int j = from; j < to; j++) {
            into[at + j - from] = match(i, j);
        }
    }

    /// Of row `i` of the guide being passed together with another one by one row of the voice; of
    /// this and [#lingerOfVoice] the dearer counts.
    double lingerOfGuide(int i);

    double lingerOfVoice(int j);

    /// Of the guide singing alone from row `i` on.
    double enterGuideOnly(int i);

    double enterVoiceOnly(int j);

    /// Of the guide singing alone after row `j` of the voice, which may not have come to a rest.
    double tearVoice(int j);

    /// Of the voice singing alone after row `i` of the guide.
    double tearGuide(int i);

    /// Of row `i` of the guide having no partner.
    double skipGuide(int i);

    double skipVoice(int j);

    /// Whether the voice stands at a wall after row `j`: what the guide sings beside a wall needs
    /// no partner, and costs nothing.
    boolean atWall(int j);
}
