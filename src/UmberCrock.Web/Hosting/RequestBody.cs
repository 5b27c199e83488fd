using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Hosting;

/// <summary>Reads JSON bodies with a bound on their size.</summary>
internal static class RequestBody
{
    /// <summary>The largest body that is read.</summary>
    public const int MaxBytes = 1024 * 1024;

    /// <summary>The body as strict JSON.</summary>
    /// <exception cref="RefusedRequestException">415 for another content type, 413 over the bound.</exception>
    /// <exception cref="DocumentException">Not JSON.</exception>
    public static async Task<JsonDocument> ReadJsonAsync(HttpRequest request)
    {
        if (!request.HasJsonContentType())
            throw new RefusedRequestException(
                StatusCodes.Status415UnsupportedMediaType,
                "Send JSON, with the content type application/json."
            );
        return FormulaReader.ParseJson(await ReadBytesAsync(request.Body, request.ContentLength));
    }

    /// <summary>All bytes of a stream, up to the bound.</summary>
    /// <exception cref="RefusedRequestException">413 over the bound.</exception>
    public static async Task<ReadOnlyMemory<byte>> ReadBytesAsync(Stream stream, long? length)
    {
        if (length > MaxBytes)
            throw TooLarge();
        using var buffer = new MemoryStream();
        var chunk = new byte[16 * 1024];
        int read;
        while ((read = await stream.ReadAsync(chunk)) > 0)
        {
            if (buffer.Length + read > MaxBytes)
                throw TooLarge();
            buffer.Write(chunk, 0, read);
        }

        return buffer.ToArray();
    }

    private static RefusedRequestException TooLarge() =>
        new(StatusCodes.Status413PayloadTooLarge, "The body is larger than 1 MiB. A formula of 200 lines needs a fiftieth of that.");
}
