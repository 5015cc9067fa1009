using Microsoft.AspNetCore.Diagnostics;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Nube.Core.Artwork;

namespace Nube.Server.Support;

/// <summary>Something asked for that cannot be done; the message is for the maker.</summary>
public sealed class TroubleException(int status, string message) : Exception(message)
{
    /// <summary>HTTP status.</summary>
    public int Status { get; } = status;

    /// <summary>
    /// Tells the page what kind of trouble it is, where it can do something about it; null where it cannot.
    /// </summary>
    public string? Kind { get; init; }

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
    public async ValueTask<bool> TryHandleAsync(
        HttpContext httpContext,
        Exception exception,
        CancellationToken cancellationToken
    )
    {
        ArgumentNullException.ThrowIfNull(httpContext);
        var (status, sentence) = exception switch
        {
            TroubleException trouble => (trouble.Status, trouble.Message),
            PictureTroubleException picture => (StatusCodes.Status422UnprocessableEntity, picture.Message),
            AreaEditException edit => (StatusCodes.Status422UnprocessableEntity, edit.Message),
            DbUpdateConcurrencyException => (
                StatusCodes.Status409Conflict,
                "This was changed or deleted in another window meanwhile. What is kept is shown now; do your change again."
            ),
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => (
                StatusCodes.Status413PayloadTooLarge,
                "The file is larger than 40 MB. Scan at 300 dots per inch, or save it as JPEG."
            ),
            BadHttpRequestException bad => (bad.StatusCode, "What was sent could not be read. Nothing was changed."),
            _ when InDatabase(exception) is { } trouble => trouble,
            _ => (
                StatusCodes.Status500InternalServerError,
                "Something went wrong here. What you had done before is kept; try again."
            ),
        };
        if (status >= 500)
            log.LogError(exception, "Unexpected error");
        httpContext.Response.StatusCode = status;
        return await problems.TryWriteAsync(
            new ProblemDetailsContext
            {
                HttpContext = httpContext,
                ProblemDetails =
                {
                    Status = status,
                    Title = "That did not work",
                    Detail = sentence,
                    Type = (exception as TroubleException)?.Kind,
                },
            }
        );
    }

    /// <summary>What a trouble of the database means to the maker; null when it means nothing in particular.</summary>
    private static (int Status, string Sentence)? InDatabase(Exception exception)
    {
        if (exception is OperationCanceledException)
            return null;
        var cause = exception;
        while (cause is not null and not NpgsqlException)
            cause = cause.InnerException;
        return cause switch
        {
            PostgresException { SqlState: PostgresErrorCodes.UniqueViolation } => (
                StatusCodes.Status409Conflict,
                "The same was made in another window at this moment. Look at what is there now."
            ),
            PostgresException { SqlState: PostgresErrorCodes.ForeignKeyViolation } => (
                StatusCodes.Status409Conflict,
                "What this belongs to was deleted in another window meanwhile."
            ),
            PostgresException
            {
                SqlState: PostgresErrorCodes.CharacterNotInRepertoire
                    or PostgresErrorCodes.UntranslatableCharacter
                    or PostgresErrorCodes.StringDataRightTruncation
                    or PostgresErrorCodes.NumericValueOutOfRange
                    or PostgresErrorCodes.DatetimeFieldOverflow,
            } => (
                StatusCodes.Status400BadRequest,
                "A text or number in what was sent cannot be kept. Nothing was changed."
            ),
            PostgresException
            {
                SqlState: PostgresErrorCodes.DiskFull or PostgresErrorCodes.IoError or PostgresErrorCodes.OutOfMemory
            } => (
                StatusCodes.Status507InsufficientStorage,
                "The disk of the machine that Nube runs on is full, so this could not be kept. What is there can be looked at; make room, then do it again."
            ),
            PostgresException { IsTransient: false } or null => null,
            _ => (
                StatusCodes.Status503ServiceUnavailable,
                "Nube's database does not answer at this moment. What you had done before is kept; try again soon."
            ),
        };
    }
}
