using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Studies;
using UmberCrock.Storage;

namespace UmberCrock.Web.Api;

/// <summary>A study as the API answers it.</summary>
internal static class StudyAnswer
{
    /// <summary>Everything of a study on a day.</summary>
    public static JsonObject Of(KeptStudy kept, DateOnly today, Knowledge knowledge)
    {
        var (log, rules) = (kept.Log, knowledge.Catalogue.Rules);
        var life = ShelfLife.Of(log.Setup.LifeFacts(knowledge.Workshop.NoLongerThanWatched), log, rules);
        return new JsonObject
        {
            ["id"] = kept.Id,
            ["key"] = kept.Key,
            ["sequence"] = log.Sequence,
            ["name"] = log.Setup.Name,
            ["code"] = log.Setup.BatchCode,
            ["madeOn"] = Written(log.Setup.MadeOn),
            ["by"] = log.Setup.By,
            ["foreseenLater"] = log.Setup.IsForeseenLater,
            ["ended"] = (log.Ended?.Event as StudyEnded)?.Reason,
            ["formula"] = Core.Formulas.FormulaWriter.Write(log.Setup.Formula).DeepClone(),
            ["checks"] = new JsonArray([.. StudyProgress.Of(log, today, rules).Select(CheckOf)]),
            ["forecasts"] = Written(ForecastTally.Of(log, rules)),
            ["bestBefore"] = Written(life),
        };
    }

    private static JsonNode CheckOf(CheckPlace place)
    {
        var written = (JsonObject)Written(place.Check)!;
        written["status"] = Vocabulary.Word(place.Status);
        if (place.Kept is { Look: var look } kept)
            written["seen"] = new JsonObject
            {
                ["entry"] = kept.Sequence,
                ["at"] = kept.At,
                ["day"] = look.Day,
                ["notches"] = Written(look.Seen.Notches),
                ["band"] = look.Seen.Band is { } band ? Vocabulary.Word(band) : null,
                ["heightPercent"] = look.Seen.HeightPercent,
                ["text"] = look.Text,
                ["byRule"] = Vocabulary.Word(look.ByRule),
                ["because"] = Written(look.Because),
                ["verdict"] = Vocabulary.Word(look.Verdict),
                ["reason"] = look.Reason,
            };
        return written;
    }

    private static JsonNode? Written<T>(T value) => JsonSerializer.SerializeToNode(value, ContractJson.Options);
}
