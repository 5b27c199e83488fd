using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace UmberCrock.Storage;

/// <summary>Commits of rows that carry a version.</summary>
internal static class Stale
{
    private const int ConstraintFailed = 19;

    /// <summary>Writes what changed; another window that was faster is told apart from a fault.</summary>
    /// <exception cref="StaleException">Another window changed, added or removed it since it was read.</exception>
    public static async Task SaveAsync(CrockContext context, string what)
    {
        try
        {
            await context.SaveChangesAsync();
        }
        catch (DbUpdateConcurrencyException)
        {
            throw new StaleException(what);
        }
        catch (DbUpdateException refused) when (refused.InnerException is SqliteException { SqliteErrorCode: ConstraintFailed })
        {
            throw new StaleException(what);
        }
    }

    /// <summary>A time that is also a version: it grows even where the clock stands still or goes back.</summary>
    public static long After(long before, TimeProvider clock) => Math.Max(before + 1, clock.GetUtcNow().ToUnixTimeMilliseconds());
}
