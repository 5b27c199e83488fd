using System.Globalization;
using System.Text;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using UmberCrock.Core.Documents;
using UmberCrock.Storage.Files;

namespace UmberCrock.Storage;

/// <summary>What can be done with a row that cannot be read: save it as it is, or take it out. What is taken out lies in a file
/// first.</summary>
public sealed class UnreadableStore(DataFolder folder, LarderStore larder, SettingStore settings, StudyStore studies, TimeProvider clock)
{
    /// <summary>The row as it is: every column by its name, as JSON; null when there is none.</summary>
    public async Task<byte[]?> SaveAsync(RowKind kind, string key)
    {
        var (table, columns) = PlaceOf(kind);
        if (PartsOf(kind, key) is not { } parts)
            return null;
        await using var connection = await DataFile.OpenAsync(folder.DataFile, SqliteOpenMode.ReadWrite);
        await using var question = Command(connection, $"SELECT * FROM {table} WHERE {Where(columns)}", columns, parts);
        await using var row = await question.ExecuteReaderAsync();
        if (!await row.ReadAsync())
            return null;
        using var text = new MemoryStream();
        await using (var json = new Utf8JsonWriter(text, new JsonWriterOptions { Indented = true, Encoder = ContractJson.Options.Encoder }))
        {
            json.WriteStartObject();
            json.WriteString("table", table);
            WriteColumns(json, row);
            await row.CloseAsync();
            if (PartsTableOf(kind) is { } below)
                await WritePartsAsync(json, connection, below, parts);
            json.WriteEndObject();
        }

        return text.ToArray();
    }

    /// <summary>Takes a row out: a formula goes into the bin, any other is written to the folder of what was taken out, then deleted. False
    /// when there is none.</summary>
    public async Task<bool> TakeOutAsync(RowKind kind, string key)
    {
        if (await SaveAsync(kind, key) is not { } saved)
            return false;
        var (table, columns) = PlaceOf(kind);
        var name = string.Create(
            CultureInfo.InvariantCulture,
            $"{clock.GetUtcNow().UtcDateTime:yyyyMMdd'T'HHmmssfff'Z'}-{Vocabulary.Word(kind)}-{Plain(key)}.json"
        );
        DataFolder.Write(Path.Combine(DataFolder.Made(folder.TakenOutFolder), name), saved);
        await using (var connection = await DataFile.OpenAsync(folder.DataFile, SqliteOpenMode.ReadWrite))
        {
            await DataFile.ExecuteAsync(connection, "PRAGMA foreign_keys=ON;");
            await using var removal =
                kind == RowKind.Formula
                    ? Command(
                        connection,
                        $"UPDATE {table} SET DeletedAt = "
                            + $"{clock.GetUtcNow().ToUnixTimeMilliseconds().ToString(CultureInfo.InvariantCulture)}, Version = "
                            + $"Version + 1 WHERE {Where(columns)}",
                        columns,
                        PartsOf(kind, key)!
                    )
                    : Command(connection, $"DELETE FROM {table} WHERE {Where(columns)}", columns, PartsOf(kind, key)!);
            await removal.ExecuteNonQueryAsync();
        }

        if (kind is RowKind.OwnIngredient or RowKind.Value)
            await larder.PrepareAsync();
        if (kind == RowKind.Setting)
            await settings.PrepareAsync();
        if (kind == RowKind.Study)
            await studies.PrepareAsync();
        return true;
    }

    /// <summary>What hangs on a row and goes with it: it is saved with it.</summary>
    private static (string Table, string Column)? PartsTableOf(RowKind kind) =>
        kind switch
        {
            RowKind.Ladder => ("Observations", "LadderId"),
            RowKind.Batch => ("BatchEvents", "BatchId"),
            RowKind.Study => ("StudyEvents", "StudyId"),
            RowKind.Formula
            or RowKind.Revision
            or RowKind.Label
            or RowKind.OwnIngredient
            or RowKind.Value
            or RowKind.Lot
            or RowKind.Setting => null,
            _ => throw new ArgumentOutOfRangeException(nameof(kind)),
        };

    private static async Task WritePartsAsync(
        Utf8JsonWriter json,
        SqliteConnection connection,
        (string Table, string Column) below,
        string[] parts
    )
    {
        await using var question = Command(connection, $"SELECT * FROM {below.Table} WHERE {below.Column} = $key0", ["Id"], parts);
        await using var row = await question.ExecuteReaderAsync();
        json.WriteStartArray("parts");
        while (await row.ReadAsync())
        {
            json.WriteStartObject();
            WriteColumns(json, row);
            json.WriteEndObject();
        }

        json.WriteEndArray();
    }

    private static void WriteColumns(Utf8JsonWriter json, SqliteDataReader row)
    {
        for (var at = 0; at < row.FieldCount; at++)
        {
            json.WritePropertyName(row.GetName(at));
            Write(json, row.GetValue(at));
        }
    }

    private static void Write(Utf8JsonWriter json, object value)
    {
        switch (value)
        {
            case DBNull:
                json.WriteNullValue();
                break;
            case long number:
                json.WriteNumberValue(number);
                break;
            case double number when double.IsFinite(number):
                json.WriteNumberValue(number);
                break;
            case byte[] bytes:
                json.WriteBase64StringValue(bytes);
                break;
            default:
                json.WriteStringValue(Convert.ToString(value, CultureInfo.InvariantCulture));
                break;
        }
    }

    private static (string Table, string[] Columns) PlaceOf(RowKind kind) =>
        kind switch
        {
            RowKind.Formula => ("Formulas", ["Id"]),
            RowKind.Revision => ("Revisions", ["FormulaId", "Number"]),
            RowKind.Ladder => ("Ladders", ["Id"]),
            RowKind.Label => ("Labels", ["FormulaId"]),
            RowKind.OwnIngredient => ("OwnIngredients", ["Slug"]),
            RowKind.Value => ("Corrections", ["Ingredient", "Property"]),
            RowKind.Lot => ("Lots", ["Id"]),
            RowKind.Batch => ("Batches", ["Id"]),
            RowKind.Study => ("Studies", ["Id"]),
            RowKind.Setting => ("Settings", ["Name"]),
            _ => throw new ArgumentOutOfRangeException(nameof(kind)),
        };

    private static string[]? PartsOf(RowKind kind, string key)
    {
        var parts = PlaceOf(kind).Columns.Length == 1 ? [key] : key.Split('/', 2);
        return parts.Length == PlaceOf(kind).Columns.Length ? parts : null;
    }

    private static string Where(string[] columns) => string.Join(" AND ", columns.Select((column, at) => $"{column} = $key{at}"));

#pragma warning disable CA2100 // Tables and columns are those above; what was typed is a parameter.
    private static SqliteCommand Command(SqliteConnection connection, string statement, string[] columns, string[] parts)
    {
        var command = connection.CreateCommand();
        command.CommandText = statement;
        for (var at = 0; at < columns.Length; at++)
            command.Parameters.AddWithValue(
                $"$key{at}",
                long.TryParse(parts[at], NumberStyles.None, CultureInfo.InvariantCulture, out var number)
                && columns[at] is "Id" or "FormulaId" or "Number"
                    ? number
                    : parts[at]
            );
        return command;
    }
#pragma warning restore CA2100

    private static string Plain(string key)
    {
        var plain = new StringBuilder();
        foreach (var letter in key.Take(60))
            plain.Append(char.IsAsciiLetterOrDigit(letter) ? letter : '-');
        return plain.ToString();
    }
}
