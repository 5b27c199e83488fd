namespace UmberCrock.Storage.Saved;

/// <summary>The text inside a saved file that explains it to whoever opens it, with this application or without.</summary>
internal static class HouseReadme
{
    /// <summary>The text.</summary>
    public const string Text = """
        Everything that Umber Crock kept, in open formats. All text is UTF-8; numbers have a point; doses are weight percent, masses grams, temperatures degrees Celsius;
        times are ISO 8601 in UTC. Tables are CSV with a heading (RFC 4180). A cell that a spreadsheet would run (one that begins with = + - @) has an apostrophe in front,
        which is not part of it; a cell that begins with an apostrophe and one of these has one more.

        formulas.csv          a list of the formulas: file, key, name, last change, whether it lies in the bin, how many revisions
        formulas/NNNNN-*.json one formula each, with everything of it:
            key               tells it apart, wherever it is opened
            batchGrams        the batch that grams are shown for
            tags              the maker's own words for it
            changedAt, deletedAt  when it last changed; when it was put into the bin, if it was
            formula           the formula as it stands: a complete document (see below)
            herbsCounted      true where strained herbs are counted in the hundred, as they were once; said only where a phase is steeped
            history.steps     every state it was in, each a complete document, by number; history.at is the one it stands at. Undo goes to the number below, redo to the one above
            revisions         the revisions that were kept, each with number, name, time and a complete document: to rebuild revision 3, take "formula" of number 3
            label             what was chosen for its label
            ladders           rows of small trials: formula is the middle one; the line "raise" (counted from 0) goes up and the line "lower" down by "step" percent from rung to
                              rung, "rungs" in all; observations say what was found of each rung, counted from 0
        batches/NNNNN-*.json  one batch each: its events in order, the first with everything that was planned and foreseen; "lots" says what it took of which lot, and how
                              much of that was taken off what the larder said was left
        studies/NNNNN-*.json  one study each: its events in order, the first with what was foreseen and every check of the plan; a look says what was seen (0 none to 3 strong),
                              what that came to by rule and why, and what the maker made of it instead; deletedAt where it lies in the bin
        pictures/*.jpg        the pictures of looks, without the camera's notes; looks name them
        own-ingredients.json  the maker's own ingredients; own-ingredients.csv says when each changed and whether it lies in the bin
        own-values.csv        the maker's own values of properties, which stand in place of the catalogue's
        lots.csv              what was bought, and what is left of it
        settings.json         the maker's choices (evaluation) and what stands on the table (workshop)
        SHA256SUMS            a checksum of every other file: sha256sum -c SHA256SUMS

        A formula document has: name; form, zone, audience, exposure, process and climate in plain words; phases, each with id, name and stage; lines, each with the id of its
        phase, the slug of its ingredient, and either percent or "balance": true (it takes what is left to 100); label, with claims and declares; notes. Slugs that begin with
        "own:" are those of own-ingredients.json.

        Where text stands in place of a document, it could not be read when this was saved and is here exactly as it was kept.

        Not in here: the passphrase and the phones that may come in, and where copies go. They belong to one computer.
        """;
}
