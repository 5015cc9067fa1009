using Microsoft.AspNetCore.Diagnostics;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;

namespace Nube.Server.Support;

/// <summary>Something asked for that cannot be done; the message is for the maker.</summary>
public sealed class TroubleException(int status, string message) : Exception(message)
{
    /// <summary>HTTP status.</summary>
    public int Status { get; } = status;

    /// <summary>What is asked for is not there, or not any more.</summary>
    public static TroubleException Gone(string message) => new(StatusCodes.Status404NotFound, message);

    /// <summary>What is asked for does not fit with how things stand.</summary>
    public static TroubleException Conflict(string message) => new(StatusCodes.Status409Conflict, message);

    /// <summary>What was sent cannot be used.</summary>
    public static TroubleException Unusable(string message) => new(StatusCodes.Status422UnprocessableEntity, message);
}

/// <summary>Turns every error into ProblemDetails with a plain sentence.</summary>
public sealed class Troubles(IProblemDetailsService problems, ILogger<Troubles> log) : IExceptionHandler
{
    /// <inheritdoc />
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        ArgumentNullException.ThrowIfNull(httpContext);
        var (status, sentence) = exception switch
        {
            TroubleException trouble => (trouble.Status, trouble.Message),
            PictureTroubleException picture => (StatusCodes.Status422UnprocessableEntity, picture.Message),
            AreaEditException edit => (StatusCodes.Status422UnprocessableEntity, edit.Message),
            DbUpdateConcurrencyException => (
                StatusCodes.Status409Conflict,
                "This was changed or deleted in another window meanwhile. What is kept is shown now; do your change again."),
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => (
                StatusCodes.Status413PayloadTooLarge, "The file is larger than 40 MB. Scan at 300 dots per inch, or save it as JPEG."),
            BadHttpRequestException bad => (bad.StatusCode, "What was sent could not be read. Nothing was changed."),
            _ => (StatusCodes.Status500InternalServerError, "Something went wrong here. What you had done before is kept; try again."),
        };
        if (status >= 500) log.LogError(exception, "Unexpected error");
        httpContext.Response.StatusCode = status;
        return await problems.TryWriteAsync(new ProblemDetailsContext
        {
            HttpContext = httpContext,
            ProblemDetails = { Status = status, Title = "That did not work", Detail = sentence },
        });
    }
}
