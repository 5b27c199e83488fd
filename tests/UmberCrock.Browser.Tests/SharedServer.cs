namespace UmberCrock.Browser.Tests;

/// <summary>One server and its demo data for all tests of a class that only look, or that each leave behind nothing another one
/// counts.</summary>
public sealed class SharedServer : IDisposable
{
    internal Server Server { get; } = Server.Start();

    public void Dispose() => Server.Dispose();
}
