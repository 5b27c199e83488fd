using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;

namespace UmberCrock.Storage;

/// <summary>What kind of row it is.</summary>
public enum RowKind
{
    /// <summary>A formula as it stands; its key is its number.</summary>
    Formula,

    /// <summary>A kept revision; its key is that of the formula, a slash, and its number.</summary>
    Revision,

    /// <summary>A ladder of small trials; its key is its number.</summary>
    Ladder,

    /// <summary>The choices for the label of a formula; its key is that of the formula.</summary>
    Label,

    /// <summary>An own ingredient; its key is its slug.</summary>
    OwnIngredient,

    /// <summary>A maker's own value; its key is the ingredient, a slash, and the property.</summary>
    Value,

    /// <summary>A lot; its key is its number.</summary>
    Lot,

    /// <summary>A batch; its key is its number.</summary>
    Batch,

    /// <summary>A study; its key is its number.</summary>
    Study,

    /// <summary>A setting; its key is its name.</summary>
    Setting,
}

/// <summary>A row that is kept but cannot be read: older, newer or damaged. It is shown as one line, to be saved as it is or taken
/// out.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Key">Its key, as <see cref="RowKind"/> says.</param>
/// <param name="Name">What it is called, as far as that can be told.</param>
/// <param name="Why">Why it cannot be read, in words.</param>
public sealed record UnreadableRow(RowKind Kind, string Key, string Name, string Why);

/// <summary>What was asked for is kept, but cannot be read.</summary>
public sealed class UnreadableRowException(UnreadableRow row) : Exception($"{row.Name} cannot be read: {row.Why}")
{
    /// <summary>The row.</summary>
    public UnreadableRow Row { get; } = row;
}

/// <summary>Reads rows one by one, so that an odd one does not take the others with it.</summary>
internal static class RowReading
{
    /// <summary>A row as what it means; the exception that stops it names it.</summary>
    /// <exception cref="UnreadableRowException">It cannot be read.</exception>
    public static T Read<T>(RowKind kind, string key, string name, Func<T> read)
    {
        try
        {
            return read();
        }
        catch (Exception odd) when (IsOdd(odd))
        {
            throw new UnreadableRowException(
                new UnreadableRow(kind, key, name.Length > 0 ? name : $"{Vocabulary.Word(kind)} {key}", WhyOf(odd))
            );
        }
    }

    /// <summary>All rows that can be read, and those that cannot.</summary>
    public static (List<T> Read, List<UnreadableRow> Odd) Each<TRow, T>(IEnumerable<TRow> rows, Func<TRow, T> read)
    {
        var (good, odd) = (new List<T>(), new List<UnreadableRow>());
        foreach (var row in rows)
        {
            try
            {
                good.Add(read(row));
            }
            catch (UnreadableRowException refused)
            {
                odd.Add(refused.Row);
            }
        }

        return (good, odd);
    }

    /// <summary>Rows whose columns may hold what their types cannot: where the list does not come as one, row by row.</summary>
    /// <param name="rows">The rows, in an order that stands.</param>
    /// <param name="keys">Their keys in the same order, as text.</param>
    /// <param name="kind">What they are.</param>
    public static async Task<(List<TRow> Rows, List<UnreadableRow> Odd)> ColumnsAsync<TRow>(
        IQueryable<TRow> rows,
        IQueryable<string> keys,
        RowKind kind
    )
        where TRow : class
    {
        try
        {
            return (await rows.ToListAsync(), []);
        }
        catch (Exception odd) when (IsOdd(odd))
        {
            var (good, bad) = (new List<TRow>(), new List<UnreadableRow>());
            var all = await keys.ToListAsync();
            for (var at = 0; at < all.Count; at++)
            {
                try
                {
                    good.AddRange(await rows.Skip(at).Take(1).ToListAsync());
                }
                catch (Exception one) when (IsOdd(one))
                {
                    bad.Add(
                        new UnreadableRow(kind, all[at], $"{Vocabulary.Word(kind)} {all[at]}", "A column holds what does not belong there.")
                    );
                }
            }

            return (good, bad);
        }
    }

    /// <summary>True for what reading something odd throws, as against a fault of the machine.</summary>
    public static bool IsOdd(Exception problem) =>
        problem
            is DocumentException
                or System.Text.Json.JsonException
                or FormatException
                or InvalidCastException
                or InvalidOperationException
                or ArgumentException
                or OverflowException
                or KeyNotFoundException
                or NullReferenceException;

    private static string WhyOf(Exception problem) =>
        problem switch
        {
            DocumentException refused => string.Join(" ", refused.Problems.Take(3).Select(one => $"{one.Pointer} {one.Reason}")),
            System.Text.Json.JsonException json => $"its document holds something that is not known "
                + $"here{(json.Path is { Length: > 1 } path ? $", at {path.TrimStart('$', '.')}" : "")}. A newer version may have "
                + $"written it.",
            _ => "it holds something that does not belong there.",
        };
}
