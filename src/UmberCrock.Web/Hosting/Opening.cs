using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Storage.Files;
using UmberCrock.Web.Access;

namespace UmberCrock.Web.Hosting;

/// <summary>What happens between the start and the first request: passphrase, copy to be put back, data file, everything read.</summary>
internal static class Opening
{
    private static readonly string[] Ends = ["", "-wal", "-shm"];

    /// <summary>Does it; the person at the console is told what takes its time.</summary>
    public static async Task PrepareAsync(IServiceProvider services, LaunchOptions launch, Action<string> say)
    {
        var folder = services.GetRequiredService<DataFolder>();
        Guard(services.GetRequiredService<AccessKeeper>(), launch, say);
        if (launch.Restore is { } copy)
            await PutBackAsync(folder, copy, say);
        var isNew = !File.Exists(folder.DataFile);
        var clock = services.GetRequiredService<TimeProvider>();
        Func<string, Task>? demo = launch.Demo ?? isNew ? file => DemoData.LayAsync(file, clock) : null;
        await new DataFile(folder, services.GetRequiredService<Copies>(), say).PrepareAsync(demo, always: launch.Demo == true);
        await services.GetRequiredService<DataHouse>().ReadAnewAsync();
    }

    /// <summary>Beyond this computer nobody comes in without the passphrase: it is asked for, or made and printed.</summary>
    private static void Guard(AccessKeeper keeper, LaunchOptions launch, Action<string> say)
    {
        if (keeper.PutAside is { } aside)
            say($"Who may come in from other devices could not be read; it lies in {aside}. Phones must be paired again.");
        if (launch.NewPassphrase || (!launch.IsLocal && keeper.State.PassphraseHash is null))
            SetPassphrase(keeper, say);
        if (launch.IsLocal)
            return;
        say(
            "Other devices on this network can reach this application now; they are asked for the passphrase. Serve it like this "
                + "only on a network you trust."
        );
        if (launch.Certificate is null)
            say("Without a certificate (--cert) what is sent can be read by others on the network.");
    }

    private static void SetPassphrase(AccessKeeper keeper, Action<string> say)
    {
        if (!Console.IsInputRedirected)
        {
            say($"Choose a passphrase for other devices, at least {AccessKeeper.ShortestPassphrase} letters (empty: one is made):");
            while (Console.ReadLine() is { Length: > 0 } typed)
            {
                try
                {
                    keeper.SetPassphrase(typed);
                    return;
                }
                catch (DocumentException refused)
                {
                    say(refused.Problems[0].Reason.ToString());
                }
            }
        }

        var made = Words256.Passphrase();
        keeper.SetPassphrase(made);
        say($"The passphrase for other devices is: {made}   (write it down; ./run --new-passphrase makes another)");
    }

    /// <summary>Puts a copy in the place of the data file while nobody uses it; what stood there is put aside, not away.</summary>
    private static async Task PutBackAsync(DataFolder folder, string copy, Action<string> say)
    {
        var next = $"{folder.DataFile}.restored";
        await Copies.UnpackAsync(copy, next);
        foreach (var part in Ends.Select(end => folder.DataFile + end).Where(File.Exists))
            File.Move(
                part,
                $"{part}.before-{DateTime.UtcNow.ToString("yyyyMMdd'T'HHmmss", System.Globalization.CultureInfo.InvariantCulture)}"
            );
        File.Move(next, folder.DataFile);
        PictureFolder.Beside(Path.GetFullPath(copy)).ShareWith(PictureFolder.Beside(folder.DataFile));
        say($"{copy} was put in its place. What stood there before lies beside it, in {folder.Path}.");
    }

    /// <summary>The sentence for what stops a start; null for a fault that has none.</summary>
    public static string? WordsOf(Exception problem, LaunchOptions launch) =>
        problem switch
        {
            DataFileException file => file.Message,
            SqliteException sqlite => DataFile.WordsOf(sqlite, launch.DataFolder + "/umber-crock.db"),
            DbUpdateException { InnerException: SqliteException sqlite } => DataFile.WordsOf(sqlite, launch.DataFolder + "/umber-crock.db"),
            IOException { InnerException: Microsoft.AspNetCore.Connections.AddressInUseException } =>
                $"Port {launch.Port} is taken by another program. Stop that one, or choose another port with --port N.",
            IOException io => $"{launch.DataFolder}: {io.Message} If the disk is full, make some room, then try again.",
            UnauthorizedAccessException denied =>
                $"{launch.DataFolder}: {denied.Message} The folder must be yours; --data DIR starts with another one.",
            _ => null,
        };
}
