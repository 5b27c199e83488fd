using System.Globalization;
using UmberCrock.Core.Diagnosis;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Tests;

/// <summary>Cases of what went wrong (Panel/diagnoses.txt): the first two causes, and causes that must not come first.</summary>
internal static class DiagnosisCases
{
    /// <summary>What is not as a practitioner would say; empty where all is.</summary>
    public static string Wrong(string[] row)
    {
        var (formula, settings) = PanelCases.Formula(row[1], row[2]);
        var causes = WhatWentWrong.Of(
            formula,
            [.. row[3].Split(' ').Select(PanelCases.Word<Symptom>)],
            Record(row[4]),
            Some.Catalogue,
            settings
        );
        var told = string.Join(
            ", ",
            causes.Take(4).Select(cause => string.Create(CultureInfo.InvariantCulture, $"{cause.Code} {cause.Likelihood}"))
        );
        var expected = PanelCases.List(row[5]);
        var wrong = expected
            .Where((cause, at) => at >= causes.Length || !cause.Split(" or ").Contains(causes[at].Code))
            .Concat(PanelCases.List(row[6]).Where(cause => causes.Length > 0 && causes[0].Code == cause).Select(cause => $"not {cause}"));
        return wrong.Any() ? $"wanted {string.Join(", ", wrong)}; told {told}" : "";
    }

    /// <summary>A record from a cell: "room=20 cooling=fridge skipped=slurry+strain".</summary>
    private static DiagnosisRecord Record(string cell)
    {
        var record = new DiagnosisRecord();
        foreach (var word in cell.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            var (name, value) = (word.Split('=')[0], word.Split('=')[1]);
            double Number() => double.Parse(value, CultureInfo.InvariantCulture);
            record = name switch
            {
                "room" => record with { RoomCelsius = Number() },
                "add" => record with { AddCelsius = Number() },
                "cooling" => record with { Cooling = PanelCases.Word<CooledBy>(value) },
                "peak" => record with { PeakCelsius = Number() },
                "pour" => record with { PourCelsius = Number() },
                "lid" => record with { LidAfterMinutes = Number() },
                "rounds" => record with { WhipRounds = Number() },
                "days" => record with { DaysOld = Number() },
                "stored" => record with { StoredCelsius = Number() },
                "remelts" => record with { Remelts = Number() },
                "skipped" => record with { Skipped = [.. value.Split('+').Select(PanelCases.Word<MethodStage>)] },
                _ => throw new ArgumentException(name, nameof(cell)),
            };
        }

        return record;
    }
}
