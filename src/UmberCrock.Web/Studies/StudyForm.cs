using System.Collections.Immutable;
using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Studies;

/// <summary>Reads what was marked and chosen on the pages of studies.</summary>
internal static class StudyForm
{
    /// <summary>A look as the panel sends it.</summary>
    /// <param name="form">The fields: a notch by the word of its sign, band, height.</param>
    /// <exception cref="DocumentException">Something in it is none of the choices.</exception>
    public static Seen Seen(IFormCollection form)
    {
        var notches = ImmutableDictionary.CreateBuilder<Sign, int>();
        foreach (var sign in Enum.GetValues<Sign>())
        {
            var typed = form[Vocabulary.Word(sign)].ToString();
            if (typed.Length > 0)
                notches[sign] =
                    int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var notch) && notch <= Core.Studies.Seen.Strong
                        ? notch
                        : throw new DocumentException($"/{Vocabulary.Word(sign)}", "is none, trace, some or strong.");
        }

        var (band, height) = (form["band"].ToString(), form["height"].ToString());
        return new Seen(
            notches.ToImmutable(),
            band.Length == 0 ? null
                : Vocabulary.TryParse<Band>(band, out var known) ? known
                : throw new DocumentException("/band", "is none of the textures."),
            string.IsNullOrWhiteSpace(height) ? null : Typed.Number(height, "a height in percent")
        );
    }

    /// <summary>What the maker makes of a look against the rule; null for what the rule says.</summary>
    /// <param name="form">The field "own".</param>
    /// <exception cref="DocumentException">It is none of the verdicts.</exception>
    public static StudyVerdict? Own(IFormCollection form) =>
        form["own"].ToString() is { Length: > 0 } typed
            ? Vocabulary.TryParse<StudyVerdict>(typed, out var own)
                ? own
                : throw new DocumentException("/own", "is held, changed or failed.")
            : null;

    /// <summary>Where jars are to stand and how many.</summary>
    /// <param name="form">The fields: place, otherCelsius, jars, shipped.</param>
    /// <param name="madeOn">The day it was made.</param>
    /// <exception cref="DocumentException">Something in it cannot be.</exception>
    public static StudyRequest Request(IFormCollection form, DateOnly madeOn)
    {
        var places = form["place"]
            .Select(word =>
                Vocabulary.TryParse<StudyCondition>(word, out var condition)
                    ? condition
                    : throw new DocumentException("/place", "is none of the places.")
            )
            .Distinct()
            .Order()
            .ToList();
        if (places.Count == 0)
            throw new DocumentException("/place", "Choose a place at least.");
        var jars = Typed.Whole(form["jars"], "how many jars");
        if (jars is < 1 or > StudyRequest.MostJars)
            throw new DocumentException("/jars", $"From 1 to {StudyRequest.MostJars} jars in each place.");
        decimal? other = null;
        if (places.Contains(StudyCondition.Other))
        {
            other = Typed.Temperature(form["otherCelsius"].ToString(), "how warm your own place is,");
            if (other is < Climates.Coldest or > Climates.Hottest)
                throw new DocumentException(
                    "/otherCelsius",
                    $"Your own place is from {Shown.Temperatures(Climates.Coldest, Climates.Hottest)}."
                );
        }

        return new StudyRequest(
            madeOn,
            [.. places.Select(place => new StudyPlace(place, place == StudyCondition.Other ? other : null))],
            jars,
            form["shipped"].ToString() == "yes"
        );
    }
}
