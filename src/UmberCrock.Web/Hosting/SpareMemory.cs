using System.Runtime.InteropServices;

namespace UmberCrock.Web.Hosting;

/// <summary>Memory that is taken and not needed.</summary>
internal static class SpareMemory
{
    /// <summary>
    /// Gives it back to the system: what is managed by a full collection, what SQLite and compression freed by the C library, which
    /// otherwise keeps it in a pool for each thread.
    /// It takes about a tenth of a second.
    /// </summary>
    public static void GiveBack()
    {
        GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
        try
        {
            _ = Trim(0);
        }
        catch (EntryPointNotFoundException)
        {
            // Not the GNU C library: others keep no such pools.
        }
    }

    [DllImport("libc", EntryPoint = "malloc_trim")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Trim(nuint keptBytes);
}
